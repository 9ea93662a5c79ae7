import { isCalendarDate } from './calendar';

const written = (year: number, month: number, day: number): string =>
  [String(year).padStart(4, '0'), String(month).padStart(2, '0'), String(day).padStart(2, '0')].join('-');

/** Whether the calendar of the engine has such a day. */
function exists(year: number, month: number, day: number): boolean {
  const date = new Date(0);
  date.setUTCFullYear(year, month - 1, day);
  return date.getUTCFullYear() === year && date.getUTCMonth() === month - 1 && date.getUTCDate() === day;
}

describe('days of the calendar', () => {
  const years = [1, 1600, 1700, 1899, 1900, 1904, 1999, 2000, 2023, 2024, 2100, 2400, 9999];
  for (const year of years) {
    it(`are those that exist in ${year}`, () => {
      for (let month = 0; month <= 13; month += 1) {
        for (let day = 0; day <= 32; day += 1) {
          const text = written(year, month, day);
          expect(isCalendarDate(text))
            .withContext(text)
            .toBe(month >= 1 && month <= 12 && exists(year, month, day));
        }
      }
    });
  }

  it('are written with all their digits and nothing else', () => {
    for (const text of ['', '2026-5-31', '2026-05-31T00:00', ' 2026-05-31', '26-05-31', '2026-05-31\n'])
      expect(isCalendarDate(text)).withContext(JSON.stringify(text)).toBeFalse();
  });
});
