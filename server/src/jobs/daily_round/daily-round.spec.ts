import { useClock } from '@tovlet/core/conditions/relative-day';
import type { EntryListAnswer } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { eachWithWorkspace } from '../../testing/workspace';
import { eachDay, dailyRound } from './daily-round';

describe('a new day', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  let now = '';
  let back = (): void => undefined;
  beforeEach(async () => {
    now = '2026-03-31T23:59:00Z';
    back = useClock(() => new Date(now));
    developer = await workspace().signIn();
  });
  afterEach(() => back());
  const turn = async (): Promise<void> => {
    await workspace().services.jobs.send(dailyRound, {});
    await workspace().doJobs();
  };
  const found = async (search: string): Promise<number> =>
    (await workspace().get<EntryListAnswer>(`/api/studio/entries?type=hut&search=${search}`, developer)).body
      .total;
  const showPhoneWhile = (field: string, operator: 'after' | 'is_on', value?: JsonObject) =>
    workspace().change(developer, {
      kind: 'set_field',
      field: 'f_phone',
      patch: { shownWhen: { kind: 'field', field, operator, ...(value ? { value } : {}) } },
    } as const);

  it('hides and shows in the tables what conditions ask of today', async () => {
    await showPhoneWhile('f_season_until', 'after', { today: 0, unit: 'days' });
    await workspace().createHut(developer, { f_season_until: '2026-04-01', f_phone: '51234' });
    await turn();
    expect(await found('512')).toBe(1);
    now = '2026-04-01T00:00:00Z';
    await turn();
    expect(await found('512')).toBe(0);
  });

  it('leaves the tables alone that no condition ties to the day, and those filled on it', async () => {
    const { database } = workspace().services;
    const refilled = async (): Promise<boolean> => {
      await database.execute(`UPDATE entry_search SET texts = '{}', vector = $$'untouched':1D$$::tsvector`);
      await turn();
      return (await found('untouched')) === 0;
    };
    const values = { f_winter_room: true, f_phone: '51234', f_season_until: '2030-01-01' };
    expect((await workspace().createHut(developer, values, { status: 'draft' })).status).toBe(201);
    await showPhoneWhile('f_winter_room', 'is_on');
    now = '2026-04-01T00:00:00Z';
    expect(await refilled()).toBeFalse();
    await showPhoneWhile('f_season_until', 'after', { today: 0, unit: 'days' });
    expect(await refilled()).toBeFalse();
    now = '2026-04-02T00:00:00Z';
    expect(await refilled()).toBeTrue();
  });

  it('begins at midnight in UTC', () => {
    const job = eachDay(workspace().services);
    expect(job.nextRun()?.toISOString()).toMatch(/T00:00:00.000Z$/);
    job.stop();
  });
});
