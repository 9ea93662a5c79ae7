/** The first letters of the first two words of a name. @example initialsOf('Ilse Varnholt') // => 'IV' */
export const initialsOf = (name: string): string =>
  name
    .trim()
    .split(/\s+/)
    .slice(0, 2)
    .map((word) => [...word][0] ?? '')
    .join('');
