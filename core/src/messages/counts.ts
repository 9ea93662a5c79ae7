/**
 * Writes a number for reading, in groups of three digits.
 * @example numbered(20024) // => '20,024'
 */
export const numbered = (amount: number): string => amount.toLocaleString('en-GB');

/**
 * Writes how many there are of something.
 * @param one its name for one
 * @param many its name for none or several
 * @example counted(1, 'entry', 'entries') // => '1 entry'
 */
export const counted = (amount: number, one: string, many: string): string =>
  `${numbered(amount)} ${amount === 1 ? one : many}`;
