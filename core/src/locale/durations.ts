const two = (number: number): string => String(number).padStart(2, '0');

/**
 * Says how long something plays, as players show it.
 * @param seconds how long; parts of a second are rounded
 * @example secondsInWords(125) // => '2:05'
 * @example secondsInWords(3_661) // => '1:01:01'
 */
export function secondsInWords(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  const [hours, minutes, rest] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60];
  return hours > 0 ? `${hours}:${two(minutes)}:${two(rest)}` : `${minutes}:${two(rest)}`;
}
