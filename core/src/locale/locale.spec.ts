import fc from 'fast-check';
import { dayFor, dayIn } from './days';
import { numberFor, numberIn } from './numbers';

const locales = ['en-GB', 'en-US', 'de', 'de-CH', 'de-AT', 'fr', 'pl', 'es', 'sv', 'pt-BR', 'ja'] as const;
const anyLocale = fc.constantFrom(...locales);

describe('numbers', () => {
  const cases: readonly (readonly [string, string, number | undefined])[] = [
    ['de', '1.234,5', 1234.5],
    ['de', '1.234', 1234],
    ['de', '1,5', 1.5],
    ['de', '1.5', 1.5],
    ['de', '12.345.678', 12_345_678],
    ['en-GB', '1,234.5', 1234.5],
    ['en-GB', '1,234', 1234],
    ['en-GB', '2 140,5', 2140.5],
    ['en-GB', '1.234', 1.234],
    ['de-CH', '1’234.5', 1234.5],
    ['fr', '1 234,5', 1234.5],
    ['de', '−4', -4],
    ['en-GB', '2140 m', undefined],
    ['de', '1.234.5', undefined],
    ['de', '1,2,3', undefined],
    ['de', '', undefined],
    ['de', '1-', undefined],
  ];
  for (const [locale, text, value] of cases) {
    it(`are read in ${locale}: “${text}”`, () => expect(numberIn(locale, text)).toBe(value));
  }

  it('are written as their reader writes them', () => {
    expect(numberFor('de', 1234.5)).toBe('1.234,5');
    expect(numberFor('en-GB', 1234.5)).toBe('1,234.5');
    expect(numberFor('de', 1927)).toBe('1927');
    expect(numberFor('de', -0.5)).toBe('-0,5');
    expect([numberFor('en-GB', 30.5, 2), numberFor('de', 30, 2), numberFor('en-GB', 30, 0)]).toEqual([
      '30.50',
      '30,00',
      '30',
    ]);
    expect(numberFor('sv', -0.5)).toBe('-0,5');
    expect(numberFor('de', -2.5e-7)).toBe('-2.5e-7');
  });

  it('that are written are read as what they are, in every locale', () => {
    fc.assert(
      fc.property(anyLocale, fc.double({ noNaN: true, noDefaultInfinity: true }), (locale, value) => {
        expect(numberIn(locale, numberFor(locale, value))).toBe(value === 0 ? 0 : value);
      }),
      { numRuns: 2000 },
    );
  });
});

describe('days', () => {
  const cases: readonly (readonly [string, string, string | undefined])[] = [
    ['de', '3.7.27', '2027-07-03'],
    ['de', '3. Juli 1927', '1927-07-03'],
    ['en-GB', '3/7/1927', '1927-07-03'],
    ['en-US', '7/3/1927', '1927-07-03'],
    ['en-US', 'July 3, 1927', '1927-07-03'],
    ['en-GB', '3 Jul 1999', '1999-07-03'],
    ['ja', '1927/7/3', '1927-07-03'],
    ['de', '1927-07-03', '1927-07-03'],
    ['de', '31.2.2027', undefined],
    ['de', '12', undefined],
    ['de', '2027', undefined],
    ['de', '3.7.', undefined],
    ['en-GB', '3 Ju 1927', undefined],
    ['en-GB', 'soon', undefined],
  ];
  for (const [locale, text, day] of cases) {
    it(`are read in ${locale}: “${text}”`, () => expect(dayIn(locale, text)).toBe(day));
  }

  it('that are written are read as what they are, in every locale', () => {
    const anyDay = fc
      .date({ min: new Date('1000-01-01'), max: new Date('9999-12-31'), noInvalidDate: true })
      .map((date) => date.toISOString().slice(0, 10));
    fc.assert(
      fc.property(anyLocale, anyDay, (locale, day) => expect(dayIn(locale, dayFor(locale, day))).toBe(day)),
      { numRuns: 500 },
    );
  });
});
