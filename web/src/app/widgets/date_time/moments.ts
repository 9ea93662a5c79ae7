const two = (value: number): string => String(value).padStart(2, '0');

/**
 * Turns a stored moment into what the browser's input takes, on the clock of this browser.
 * @returns empty for what is no moment
 * @example localFromMoment('no moment') // => ''
 */
export function localFromMoment(moment: string): string {
  const time = new Date(moment);
  if (Number.isNaN(time.getTime())) return '';
  const day = `${time.getFullYear()}-${two(time.getMonth() + 1)}-${two(time.getDate())}`;
  return `${day}T${two(time.getHours())}:${two(time.getMinutes())}`;
}

/**
 * Turns what was entered on the clock of this browser into a moment in UTC.
 * @returns null for nothing
 * @example momentFromLocal('') // => null
 */
export function momentFromLocal(local: string): string | null {
  const time = new Date(local);
  return local === '' || Number.isNaN(time.getTime()) ? null : `${time.toISOString().slice(0, 19)}Z`;
}
