import { displayLocale } from './display-locale';

const formats = new Map<string, Intl.NumberFormat>();

/**
 * Writes a number as the site writes it. Making a format takes fifty times as long as using it, so they are kept.
 * @param name what tells the options from others; the locale is minded anyhow
 * @example writtenNumber(0.5, 'percent', { style: 'percent' }) // => '50%'
 */
export function writtenNumber(value: number, name: string, options: Intl.NumberFormatOptions): string {
  const locale = displayLocale();
  const key = `${locale} ${name}`;
  const format = formats.get(key) ?? new Intl.NumberFormat(locale, options);
  formats.set(key, format);
  return format.format(value);
}
