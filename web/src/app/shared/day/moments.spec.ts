import { momentOf, partsOf } from './moments';

const BERLIN = 'Europe/Berlin';

describe('a moment as it is typed', () => {
  it('is that of the clocks of the zone', () => {
    expect(momentOf('de', { day: '24.12.2026', time: '06:00' }, BERLIN).value).toBe('2026-12-24T05:00:00Z');
    expect(partsOf('de', '2026-12-24T05:00:00Z', BERLIN)).toEqual({ day: '24.12.2026', time: '06:00' });
  });

  it('is kept as it was typed where it is none', () => {
    expect(momentOf('de', { day: '12', time: '' }, BERLIN).value).toBe('12');
    expect(momentOf('de', { day: '', time: '' }, BERLIN).value).toBeNull();
    expect(partsOf('de', 'soon', BERLIN)).toEqual({ day: 'soon', time: '' });
  });

  it('is none where clocks are put forward over it', () => {
    const { value, missing } = momentOf('de', { day: '29.3.2026', time: '02:30' }, BERLIN);
    expect([value, missing]).toEqual(['29.3.2026 02:30', true]);
  });

  it('is the first of two where clocks are put back', () => {
    const { value, twice } = momentOf('de', { day: '25.10.2026', time: '02:30' }, BERLIN);
    expect(value).toBe('2026-10-25T00:30:00Z');
    expect(twice).toEqual(['2026-10-25T00:30:00Z', '2026-10-25T01:30:00Z']);
    for (const each of twice ?? []) expect(partsOf('de', each, BERLIN).time).toBe('02:30');
  });
});
