import { dayRange, daysOf, endsOf, numberRanges, rangesBetween } from './ranges';

describe('ranges of numbers', () => {
  const ends = (smallest: number, largest: number): string => {
    const ranges = numberRanges(smallest, largest);
    return Array.from({ length: ranges.count }, (_none, at) => endsOf(ranges, at).join('–')).join(' ');
  };

  it('have round ends', () => {
    expect(ends(613, 2890)).toMatch(/^600–800 .* 2800–3000$/);
    expect(ends(0, 1)).toBe('0–0.1 0.1–0.2 0.2–0.3 0.3–0.4 0.4–0.5 0.5–0.6 0.6–0.7 0.7–0.8 0.8–0.9 0.9–1');
    expect(ends(-4, 12)).toBe('-4–-2 -2–0 0–2 2–4 4–6 6–8 8–10 10–12');
    expect(ends(7, 7)).toBe('7–8');
  });

  it('hold everything between, and are few', () => {
    for (const [smallest, largest] of [
      [0.001, 0.0032],
      [-1e9, 1e12],
      [5, 6],
      [99, 1001],
    ] as const) {
      const ranges = numberRanges(smallest, largest);
      expect(ranges.count).toBeLessThan(16);
      expect(ranges.from).toBeLessThanOrEqual(smallest);
      expect(endsOf(ranges, ranges.count - 1)[1]).toBeGreaterThanOrEqual(largest);
    }
  });
});

describe('ranges of numbers that nobody counts by', () => {
  it('are few and finite', () => {
    for (const [smallest, largest] of [
      [-Number.MAX_VALUE, Number.MAX_VALUE],
      [0, Number.MIN_VALUE],
      [1, 1 + Number.EPSILON],
      [1e17, 1e17 + 16],
      [-5e-324, 1e308],
    ] as const) {
      const { from, step, count } = numberRanges(smallest, largest);
      expect([from, step, count].every(Number.isFinite)).withContext(`${smallest} ${largest}`).toBeTrue();
      expect(step > 0 && count >= 1 && count <= 200)
        .withContext(`${smallest} ${largest}`)
        .toBeTrue();
    }
  });
});

describe('ranges of days', () => {
  it('are centuries, decades, years, months or days', () => {
    expect(dayRange('1298-01-01', '2026-01-01')).toBe('century');
    expect(dayRange('1929-01-01', '2005-01-01')).toBe('decade');
    expect(dayRange('2010-01-01', '2026-01-01')).toBe('year');
    expect(dayRange('2025-11-01', '2026-03-01')).toBe('month');
    expect(dayRange('2026-02-20', '2026-03-01T10:00')).toBe('day');
  });

  it('begin and end with days', () => {
    expect(['19', '192', '2026', '2024-02', '2026-12', '2026-05-31'].map(daysOf)).toEqual([
      ['1900-01-01', '1999-12-31'],
      ['1920-01-01', '1929-12-31'],
      ['2026-01-01', '2026-12-31'],
      ['2024-02-01', '2024-02-29'],
      ['2026-12-01', '2026-12-31'],
      ['2026-05-31', '2026-05-31'],
    ]);
  });

  it('follow each other without a gap', () => {
    expect(rangesBetween('2025-11', '2026-01')).toEqual(['2025-11', '2025-12', '2026-01']);
    expect(rangesBetween('198', '201')).toEqual(['198', '199', '200', '201']);
    expect(rangesBetween('2024-02-28', '2024-03-01')).toEqual(['2024-02-28', '2024-02-29', '2024-03-01']);
    expect(rangesBetween('2026', '2026')).toEqual(['2026']);
    expect(rangesBetween('0999', '1001')).toEqual(['0999', '1000', '1001']);
    expect(rangesBetween('0000-00', '9999-99').length).toBe(200);
    expect(rangesBetween('2026-02-99', '2026-03-01').length).toBeLessThan(4);
  });
});
