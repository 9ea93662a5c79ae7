import type { JsonValue } from '../json';
import { useDisplayLocale } from '../locale/display-locale';
import { fieldTypeOf, type FieldKind } from '.';

describe('formats of values', () => {
  afterEach(() => useDisplayLocale('en-GB'));
  const shown = (kind: FieldKind, format: string, value: JsonValue, settings = {}): string => {
    const written = fieldTypeOf(kind).compile(settings).display(value, format);
    return ('html' in written ? written.html : written.text).replace(/[\u00a0\u202f]/g, ' ');
  };

  it('write numbers rounded, in places, in percent and in short, with their unit', () => {
    expect(shown('number', 'whole', 12_345.6, { unit: 'm' })).toBe('12,346 m');
    expect(shown('number', 'decimals_1', 3, { unit: 'km' })).toBe('3.0 km');
    expect(shown('number', 'decimals_2', 2.345)).toBe('2.35');
    expect(shown('number', 'percent', 0.355)).toBe('35.5%');
    expect(shown('number', 'short', 12_400, { unit: '€' })).toMatch(/^12\.4k €$/i);
    useDisplayLocale('de');
    expect(shown('number', 'decimals_1', 1234.56)).toBe('1.234,6');
    expect(shown('number', 'percent', 0.5)).toBe('50 %');
  });

  it('draw stars as many as there can be, whatever the value is', () => {
    const drawn = (value: number, settings = {}): string =>
      shown('number', 'stars', value, settings).replace(/<[^>]*>/g, '');
    expect([drawn(3.4), drawn(-2), drawn(99), drawn(2, { max: 3 }), drawn(5, { max: 1000 })]).toEqual([
      '★★★☆☆',
      '☆☆☆☆☆',
      '★★★★★',
      '★★☆',
      '★★★★★☆☆☆☆☆',
    ]);
    expect(shown('number', 'stars', 3)).toContain('aria-label="3 / 5"');
  });

  it('write days with their weekday, by month and in digits, in the language of the site', () => {
    const day = '1927-07-03';
    expect(shown('date', 'weekday', day)).toMatch(/^Sunday,? 3 July 1927$/);
    expect(shown('date', 'month', day)).toBe('July 1927');
    expect(shown('date', 'numeric', day)).toBe('03/07/1927');
    useDisplayLocale('de');
    expect(shown('date', 'weekday', day)).toBe('Sonntag, 3. Juli 1927');
    expect(shown('date', 'numeric', 'no day')).toBe('no day');
  });

  it('begin long texts, and tell how long they take', () => {
    const text = `<p>Fish &amp; chips.</p><p>${'word '.repeat(500)}</p>`;
    const begun = shown('rich_text', 'beginning', text);
    expect(begun).toMatch(/^Fish & chips\. word .*word…$/);
    expect(begun.length).toBeLessThanOrEqual(200);
    expect(shown('long_text', 'beginning', 'Two\n\nlines')).toBe('Two lines');
    expect(shown('rich_text', 'reading_time', text)).toBe('3 minutes');
    useDisplayLocale('de');
    expect(shown('long_text', 'reading_time', 'Kurz.')).toBe('1 Minute');
  });
});
