import { instantOf } from './wall-time';

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

  it('is none on a day that there is not', () => {
    expect(instantOf('2026-02-30T06:00', 'UTC')).toBeNull();
    expect(instantOf('2026-02-03T25:00', 'UTC')).toBeNull();
  });
});
