import type { ServerEvent } from '../events/event';
import { demoEntries } from '@tovlet/demo';
import { sql } from 'drizzle-orm';
import { insertEntries } from '../demo/load';
import { fillAllIndexes } from '../jobs/fill_indexes/fill-indexes';
import { eachWithWorkspace } from '../testing/workspace';
import { selectRows } from '../db/connect';
import { followModel } from './follow-model';
import { REFILL_BATCH, rebuild, refillBatch, unfilledTypes } from './refill';
import { typeTableOf } from '../db/type-table';

describe('the typed index tables', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });
  const rows = () =>
    selectRows<Record<string, unknown>>(
      workspace().services.database,
      sql`SELECT * FROM ${typeTableOf('t_hut')} ORDER BY entry_id`,
    );
  const hutType = async () => {
    const { model } = await workspace().services.models.current();
    const type = model.typeById.get('t_hut');
    if (!type) throw new Error('The demo has huts.');
    return { model, type };
  };

  it('hold typed values, and null for what is hidden or of another type', async () => {
    await workspace().createHut(developer, { f_winter_room: false, f_altitude: 1200 });
    const [row] = await rows();
    expect([row?.['f_altitude'], row?.['f_winter_room'], row?.['f_opened']]).toEqual([1200, false, null]);
  });

  it('follow the model: columns come, go and change their type', async () => {
    await workspace().createHut(developer, { f_phone: '12345' });
    await workspace().change(developer, { kind: 'set_field', field: 'f_phone', patch: { filterable: true } });
    expect((await rows())[0]?.['f_phone']).toBe('12345');
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_phone',
      patch: { kind: 'switch', settings: {} },
    });
    expect((await rows())[0]?.['f_phone']).toBeNull();
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_phone',
      patch: { filterable: false },
    });
    await workspace().doJobs();
    expect('f_phone' in ((await rows())[0] ?? {})).toBeFalse();
  });

  it('forget what a new condition hides', async () => {
    await workspace().createHut(developer, { f_opened: '1950-01-01' });
    const shownWhen = { kind: 'field', field: 'f_winter_room', operator: 'is_on' } as const;
    await workspace().change(developer, { kind: 'set_field', field: 'f_opened', patch: { shownWhen } });
    expect((await rows())[0]?.['f_opened']).toBeNull();
  });

  it('can be rebuilt from the entries with the same rows', async () => {
    const { database } = workspace().services;
    await insertEntries(
      database,
      demoEntries(60).filter(({ typeId }) => typeId === 't_hut'),
    );
    const { model, type } = await hutType();
    await rebuild(database, model, type);
    const first = await rows();
    await database.execute(sql`UPDATE ${typeTableOf('t_hut')} SET f_altitude = 1`);
    await rebuild(database, model, type);
    expect(first.length).toBe(60);
    expect(await rows()).toEqual(first);
  });

  it('hold after saves what a rebuild makes of them, also where conditions ask for the status or for terms', async () => {
    const { database } = workspace().services;
    await workspace().change(
      developer,
      {
        kind: 'set_field',
        field: 'f_phone',
        patch: {
          filterable: true,
          shownWhen: { kind: 'property', property: 'status', operator: 'is', value: 'published' },
        },
      },
      { kind: 'set_field', field: 'f_email', patch: { searchable: true } },
    );
    const values = { f_phone: '12345', f_email: 'stove@larch.example', f_winter_room: false };
    const published = await workspace().createHut(developer, values);
    await workspace().createHut(developer, values, { title: 'Draft Hut', status: 'draft' });
    const { id, version, title, slug } = published.body;
    const saved = { version, title, slug, status: 'published', values: { ...values, f_winter_room: true } };
    await workspace().send('PUT', `/api/studio/entries/${id}`, saved, developer);
    const first = await rows();
    expect(first.map((row) => row['f_phone']).sort()).toEqual(['12345', null]);
    const words = () =>
      selectRows(database, sql`SELECT entry_id, texts, vector::text FROM entry_search ORDER BY entry_id`);
    const firstWords = await words();
    const { model, type } = await hutType();
    await rebuild(database, model, type);
    expect([await rows(), await words()]).toEqual([first, firstWords]);
  });

  it('have an index of each column, made apart from the change where there are many entries', async () => {
    const { database } = workspace().services;
    await insertEntries(
      database,
      demoEntries(650).filter(({ typeId }) => typeId === 't_hut'),
    );
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_phone',
      patch: { filterable: true },
    });
    await workspace().doJobs();
    const made = await selectRows<{ name: string; definition: string }>(
      database,
      sql`SELECT indexname AS name, indexdef AS definition FROM pg_indexes WHERE tablename = 'ix_t_hut'`,
    );
    const definitionOf = (field: string) =>
      made.find(({ name }) => name === `ix_t_hut_${field}`)?.definition ?? '';
    expect(definitionOf('f_phone')).toContain('(f_phone IS NOT NULL)');
    expect(definitionOf('f_y_facility')).toContain('USING gin');
    // No write takes in what others have left behind.
    expect(definitionOf('f_y_facility')).toContain('fastupdate=off');
  });

  it('go on where they were broken off', async () => {
    const { database, events } = workspace().services;
    const { model, type } = await hutType();
    await insertEntries(
      database,
      demoEntries(650).filter(({ typeId }) => typeId === 't_hut'),
    );
    // More entries than are handled in the change itself: they wait.
    await database.transaction((transaction) => followModel(transaction, null, model));
    expect(await unfilledTypes(database)).toEqual(['t_hut']);
    expect(await database.transaction((transaction) => refillBatch(transaction, model, type))).toBeTrue();
    expect((await rows()).length).toBe(REFILL_BATCH);
    const told: ServerEvent[] = [];
    events.subscribe(({ event }) => told.push(event));
    await fillAllIndexes(workspace().services);
    const [last] = told.slice(-1);
    expect(last?.kind === 'filling' && last.type === 't_hut' && last.done === last.entries).toBeTrue();
    expect((await rows()).length).toBe(650);
    expect(await unfilledTypes(database)).toEqual([]);
  });
});
