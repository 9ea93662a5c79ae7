import { instantOf, wallTimeOf } from './wall-time';

describe('a time on the clocks of a zone', () => {
  it('is an instant', () => {
    expect(instantOf('2026-12-24T06:00', 'Europe/Berlin')).toEqual({ at: '2026-12-24T05:00:00.000Z' });
    expect(instantOf('2026-07-24T06:00', 'Europe/Berlin')).toEqual({ at: '2026-07-24T04:00:00.000Z' });
    expect(instantOf('2026-07-24T06:00', 'UTC')).toEqual({ at: '2026-07-24T06:00:00.000Z' });
    expect(instantOf('2026-07-24T06:00', 'Asia/Kathmandu')).toEqual({ at: '2026-07-24T00:15:00.000Z' });
  });

  it('is left out where clocks are put forward', () => {
    expect(instantOf('2026-03-29T02:30', 'Europe/Berlin')).toEqual({ missing: true });
    expect(instantOf('2026-03-29T03:00', 'Europe/Berlin')).toEqual({ at: '2026-03-29T01:00:00.000Z' });
  });

  it('comes twice where they are put back', () => {
    expect(instantOf('2026-10-25T02:30', 'Europe/Berlin')).toEqual({
      twice: ['2026-10-25T00:30:00.000Z', '2026-10-25T01:30:00.000Z'],
    });
    // By half an hour alone.
    expect(instantOf('2026-04-05T01:45', 'Australia/Lord_Howe')).toEqual({
      twice: ['2026-04-04T14:45:00.000Z', '2026-04-04T15:15:00.000Z'],
    });
  });

  it('is read off them', () => {
    expect(wallTimeOf('2026-12-24T05:00:00Z', 'Europe/Berlin')).toBe('2026-12-24T06:00');
    expect(wallTimeOf('2026-12-24T23:30:00Z', 'Europe/Berlin')).toBe('2026-12-25T00:30');
    expect(wallTimeOf('2026-07-24T00:15:00Z', 'Asia/Kathmandu')).toBe('2026-07-24T06:00');
  });

  it('is the only one of a day that is left out', () => {
    expect(instantOf('2011-12-30T06:00', 'Pacific/Apia')).toEqual({ missing: true });
    expect(instantOf('2011-12-31T06:00', 'Pacific/Apia')).toEqual({ at: '2011-12-30T16:00:00.000Z' });
  });

  it('comes back as the same for every half hour of a year', () => {
    for (const zone of ['Europe/Berlin', 'Australia/Lord_Howe', 'America/St_Johns', 'Africa/Casablanca'])
      for (
        let at = Date.parse('2026-01-01T00:00Z');
        at < Date.parse('2027-01-01T00:00Z');
        at += 30 * 60_000
      ) {
        const [instant, found] = [new Date(at).toISOString(), instantOf(wallTimeOf(at, zone), zone)];
        const known = found && 'twice' in found ? found.twice : found && 'at' in found ? [found.at] : [];
        if (!known.includes(instant)) fail(`${instant} in ${zone}: ${JSON.stringify(found)}`);
      }
  });

  it('is none on a day that there is not', () => {
    expect(instantOf('2026-02-30T06:00', 'UTC')).toBeNull();
    expect(instantOf('2026-02-03T25:00', 'UTC')).toBeNull();
  });
});
