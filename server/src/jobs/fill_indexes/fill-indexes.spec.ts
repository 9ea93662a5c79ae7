import { PROGRAMS } from '@tovlet/core/access/audience';
import { parseQuery } from '@tovlet/core/delivery/query';
import type { ServerEvent } from '../../events/event';
import { demoEntries } from '@tovlet/demo';
import { sql } from 'drizzle-orm';
import { selectRows } from '../../db/connect';
import { followModel } from '../../derived/follow-model';
import { insertEntries } from '../../demo/load';
import { findEntries } from '../../delivery/find';
import { eachWithWorkspace } from '../../testing/workspace';
import { dailyRound } from '../daily_round/daily-round';
import { fillAllIndexes } from './fill-indexes';

describe('the filler of index tables', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });
  const filterable = (field: string, on = true) =>
    workspace().change(developer, { kind: 'set_field', field, patch: { filterable: on } });
  const huts = async () => {
    const type = (await workspace().services.models.current()).model.typeById.get('t_hut');
    if (!type) throw new Error('The demo has huts.');
    return type;
  };
  const fillHuts = async (count: number): Promise<void> => {
    const { database, models } = workspace().services;
    const entries = demoEntries(count).filter(({ typeId }) => typeId === 't_hut');
    await insertEntries(database, entries);
    const { model } = await models.current();
    await database.transaction((transaction) => followModel(transaction, null, model));
    await fillAllIndexes(workspace().services);
  };
  const filledIn = async (column: string): Promise<number> => {
    const [row] = await selectRows<{ count: number }>(
      workspace().services.database,
      sql`SELECT count(${sql.identifier(column)})::int AS count FROM ix_t_hut`,
    );
    return row?.count ?? 0;
  };

  it('lets requests finish that were begun before a field lost its column', async () => {
    const { database } = workspace().services;
    await workspace().createHut(developer, { f_opened: '1950-01-01' });
    const { model } = await workspace().services.models.current();
    const before = await huts();
    const { query, problems } = parseQuery(
      model,
      before,
      new URLSearchParams('filter[opened][lt]=1960-01-01'),
    );
    expect(problems).toEqual([]);
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_opened',
      patch: { filterable: false, listColumn: false },
    });
    await expectAsync(findEntries(database, before, query, PROGRAMS)).toBeResolved();
    await workspace().doJobs();
    await expectAsync(findEntries(database, before, query, PROGRAMS)).toBeRejected();
  });

  it('drops at the next start what a stop right after a change left behind', async () => {
    await filterable('f_phone');
    await filterable('f_phone', false);
    await expectAsync(filledIn('f_phone')).toBeResolved();
    await workspace().services.jobs.send(dailyRound, {});
    await workspace().doJobs();
    await expectAsync(filledIn('f_phone')).toBeRejected();
  });

  it('keeps a column that a field got back before it was dropped, with the values of now', async () => {
    await filterable('f_phone');
    await workspace().createHut(developer, { f_phone: '12345' });
    await filterable('f_phone', false);
    await workspace().createHut(developer, { f_phone: '67890' });
    await filterable('f_phone');
    await workspace().doJobs();
    expect(await filledIn('f_phone')).toBe(2);
  });

  it('begins anew when the model changes under way, with the index of the new column', async () => {
    const { database } = workspace().services;
    await fillHuts(300);
    await filterable('f_phone');
    await filterable('f_email');
    await fillAllIndexes(workspace().services);
    const [expected] = await selectRows<{ phones: number; emails: number }>(
      database,
      sql`SELECT count("values"->>'f_phone')::int AS phones, count("values"->>'f_email')::int AS emails
          FROM entry WHERE type_id = 't_hut'`,
    );
    expect([await filledIn('f_phone'), await filledIn('f_email')]).toEqual([
      expected?.phones ?? -1,
      expected?.emails ?? -1,
    ]);
    const made = await selectRows<{ name: string }>(
      database,
      sql`SELECT indexname AS name FROM pg_indexes WHERE tablename = 'ix_t_hut'`,
    );
    expect(made.map(({ name }) => name)).toEqual(
      jasmine.arrayContaining(['ix_t_hut_f_phone', 'ix_t_hut_f_email']),
    );
  });

  it('tells how far it has come, and when it is done', async () => {
    const { events } = workspace().services;
    await fillHuts(300);
    const told: ServerEvent[] = [];
    events.subscribe(({ event }) => told.push(event));
    await filterable('f_phone');
    await fillAllIndexes(workspace().services);
    expect(told.at(-1)).toEqual({ kind: 'filling', type: 't_hut', done: 300, entries: 300 });
    expect(workspace().services.filling.current).toBeNull();
  });

  it('goes on after a refusal of the database', async () => {
    const { database } = workspace().services;
    await fillHuts(300);
    await database.execute(sql`ALTER TABLE ix_t_hut RENAME TO ix_t_hut_away`);
    await database.execute(sql`UPDATE index_table SET filled_to = '' WHERE type_id = 't_hut'`);
    await expectAsync(fillAllIndexes(workspace().services)).toBeRejected();
    await database.execute(sql`ALTER TABLE ix_t_hut_away RENAME TO ix_t_hut`);
    await expectAsync(fillAllIndexes(workspace().services)).toBeResolved();
  });

  it('forgets the words of fields that are no longer searched', async () => {
    const { database } = workspace().services;
    await fillHuts(300);
    const words = () =>
      selectRows<{ words: string }>(
        database,
        sql`SELECT texts FROM entry_search JOIN entry ON id = entry_id
          WHERE type_id = 't_hut' AND texts - 'title' <> '{"everybody": "", "people": "", "programs": ""}'`,
      );
    expect((await words()).length).toBeGreaterThan(0);
    for (const field of ['f_phone', 'f_bus_stop', 'f_description'])
      await workspace().change(developer, { kind: 'set_field', field, patch: { searchable: false } });
    await fillAllIndexes(workspace().services);
    expect(await words()).toEqual([]);
  });
});
