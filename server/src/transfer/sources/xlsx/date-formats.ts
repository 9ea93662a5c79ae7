/** The formats of days and times that workbooks do not write down. @see ECMA-376 part 1, 18.8.30 */
const BUILT_IN: readonly (readonly [number, number])[] = [
  [14, 22],
  [27, 36],
  [45, 47],
  [50, 58],
];

/**
 * Tells whether a number is written as a day or a time.
 * @param id the number of the format
 * @param code how it is written, where the workbook says it
 * @example isDateFormat(164, 'dd.mm.yyyy') // => true
 * @example isDateFormat(165, '0.00 "days"') // => false
 */
export function isDateFormat(id: number, code?: string): boolean {
  if (code === undefined) return BUILT_IN.some(([first, last]) => id >= first && id <= last);
  // Words in quotes, colours and conditions in brackets, and single characters that are written as they are.
  const bare = code.replace(/"[^"]*"|\[(?!h+\]|m+\]|s+\])[^\]]*\]|\\.|_.|\*./gi, '');
  return /[dmyhs]/i.test(bare) && !/general/i.test(bare);
}

const DAY = 86_400_000;

const twoDigits = (number: number): string => String(number).padStart(2, '0');

/**
 * Writes a day or time that a workbook counts as a number.
 * @param serial days, with their part
 * @param from1904 from when they are counted: else from 1900, which such workbooks take for a leap year
 * @returns `2026-05-01`, `2026-05-01T10:30` or `10:30`
 * @example dayOfSerial(46143, false) // => '2026-05-01'
 */
export function dayOfSerial(serial: number, from1904: boolean): string {
  const epoch = from1904 ? Date.UTC(1904, 0, 1) : Date.UTC(1899, 11, serial < 60 ? 31 : 30);
  // To the second: halves of days are no exact fractions.
  const at = new Date(epoch + Math.round((serial * DAY) / 1000) * 1000);
  const [day = '', rest = ''] = at.toISOString().split('T');
  const seconds = at.getUTCSeconds();
  const time = `${rest.slice(0, 5)}${seconds === 0 ? '' : `:${twoDigits(seconds)}`}`;
  if (serial >= 0 && serial < 1 && !from1904) return time;
  return time === '00:00' ? day : `${day}T${time}`;
}
