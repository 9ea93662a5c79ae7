/** Puts a unit behind a number, where there is one, so that no line ends between. */
export const unitAfter = (number: string, unit: string): string =>
  unit === '' ? number : `${number}\u00a0${unit}`;
