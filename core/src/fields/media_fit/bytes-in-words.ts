const UNITS = ['B', 'kB', 'MB', 'GB'];

/**
 * Says a size in bytes as people read it.
 * @example bytesInWords(245_760) // => '246 kB'
 */
export function bytesInWords(bytes: number): string {
  let [value, unit] = [bytes, 0];
  while (value >= 1000 && unit < UNITS.length - 1) [value, unit] = [value / 1000, unit + 1];
  return `${value >= 100 || unit === 0 ? Math.round(value) : Number(value.toFixed(1))} ${UNITS[unit] ?? ''}`;
}
