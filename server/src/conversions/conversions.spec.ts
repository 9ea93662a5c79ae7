import type { EntryAnswer, ModelAnswer, RehearsalAnswer, TermAnswer } from '@tovlet/core/contracts/studio';
import type { JsonObject, JsonValue } from '@tovlet/core/json';
import { USUAL_CONVERSION } from '@tovlet/core/model/changes/conversion-options';
import type { SetField } from '@tovlet/core/model/changes/set-field';
import { eq, sql } from 'drizzle-orm';
import { selectRows } from '../db/connect';
import { entry, valueChange, valueNote } from '../db/schema';
import type { ServerEvent } from '../events/event';
import { convertValues } from '../jobs/convert_values/convert-values';
import { eachWithWorkspace, type Refusal } from '../testing/workspace';

const text: SetField['patch'] = { kind: 'text', settings: {} };
const number: SetField['patch'] = { kind: 'number', settings: {} };
const change = (field: string, patch: SetField['patch'], conversion?: SetField['conversion']): SetField => ({
  kind: 'set_field',
  field,
  patch,
  ...(conversion ? { conversion } : {}),
});

describe('values that follow a change of the model', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  let editor: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
    editor = await workspace().signIn(1);
  });

  const rehearse = (given: SetField) =>
    workspace().send<RehearsalAnswer & Refusal>(
      'POST',
      '/api/studio/model/rehearse',
      { change: given },
      developer,
    );
  const send = async (...changes: readonly unknown[]) => {
    const { revision } = await workspace().services.models.current();
    return workspace().send<ModelAnswer & Refusal>(
      'POST',
      '/api/studio/model/changes',
      { baseRevision: revision, changes },
      developer,
    );
  };
  const make = async (...changes: readonly unknown[]): Promise<void> => {
    const { status, body } = await send(...changes);
    expect<unknown>(status).withContext(JSON.stringify(body)).toBe(200);
  };
  const hut = async (values: JsonObject, title: string): Promise<EntryAnswer> =>
    (await workspace().createHut(editor, values, { title })).body;
  const storedOf = async (id: string): Promise<JsonObject> => {
    const [row] = await workspace()
      .services.database.select({ values: entry.values })
      .from(entry)
      .where(eq(entry.id, id));
    return row?.values ?? {};
  };
  const valueOf = async ({ id }: EntryAnswer, field: string): Promise<unknown> => (await storedOf(id))[field];
  const outcomes = ({ report }: RehearsalAnswer) =>
    report.samples.map(({ kind, before, after, count }) => [kind, before, after, count]);
  /** Writes values as they are, past everything that would refuse them. */
  const force = (id: string, values: JsonObject) =>
    workspace()
      .services.database.update(entry)
      .set({ values: sql`${entry.values} || ${JSON.stringify(values)}::jsonb` })
      .where(eq(entry.id, id));

  it('are rehearsed in words and numbers, and nothing is written', async () => {
    const first = await hut({ f_website: 'https://a.example/' }, 'Larch Hut');
    await force(first.id, { f_website: '1200 m' });
    const second = await hut({}, 'Stone Hut');
    await force(second.id, { f_website: 'about 800' });
    const third = await hut({}, 'Cairn Hut');
    await force(third.id, { f_website: 'unknown' });
    await hut({}, 'Empty Hut');
    const before = await storedOf(first.id);
    const { status, body } = await rehearse(change('f_website', { kind: 'number', settings: { unit: 'm' } }));
    expect(status).toBe(200);
    expect<unknown>(body.report.counts).toEqual({ kept: 0, converted: 1, reduced: 1, undecided: 1, lost: 0 });
    expect<unknown>(body.report.losses).toEqual({ words_around: 1 });
    expect<unknown>(outcomes(body)).toEqual([
      ['undecided', 'unknown', 'unknown', 1],
      ['reduced', 'about 800', 800, 1],
      ['converted', '1200 m', 1200, 1],
    ]);
    expect<unknown>(body.report.samples[0]?.holder).toEqual({
      id: third.id,
      type: 't_hut',
      title: 'Cairn Hut',
    });
    expect(await storedOf(first.id)).toEqual(before);
    expect((await workspace().services.models.current()).revision).toBe(body.revision);
  });

  it('become what was rehearsed, are delivered so, and come back when the change is undone', async () => {
    const made = await hut({ f_altitude: 2080 }, 'Larch Hut');
    const rehearsed = await rehearse(change('f_altitude', text));
    expect<unknown>(outcomes(rehearsed.body)).toEqual([['converted', 2080, '2080', 1]]);
    await make(rehearsed.body.change);
    expect<unknown>(await valueOf(made, 'f_altitude')).toBe('2080');
    const read = await workspace().get<object>('/api/content/v1/huts/larch-hut');
    expect(JSON.stringify(read.body).includes('"altitude":"2080"')).toBe(true);
    await make(
      change('f_altitude', { kind: 'number', settings: { unit: 'm', min: 0, max: 4000, decimals: 0 } }),
    );
    expect<unknown>(await valueOf(made, 'f_altitude')).toBe(2080);
    const found = await workspace().get<{ readonly data: readonly unknown[] }>(
      '/api/content/v1/huts?filter[altitude][gt]=2000',
    );
    expect(found.body.data.length).toBe(1);
  });

  it('come back as they were, also what the change could not say', async () => {
    const made = await hut({}, 'Larch Hut');
    await force(made.id, { f_website: 'about 800' });
    await make(change('f_website', number));
    expect<unknown>(await valueOf(made, 'f_website')).toBe(800);
    await make(change('f_website', { kind: 'url', settings: {} }));
    expect<unknown>(await valueOf(made, 'f_website')).toBe('about 800');
  });

  it('stay what somebody edited since, converted back', async () => {
    const [kept, edited, emptied] = [await hut({}, 'A'), await hut({}, 'B'), await hut({}, 'C')];
    for (const { id } of [kept, edited, emptied]) await force(id, { f_website: 'about 800' });
    await make(change('f_website', number));
    await force(edited.id, { f_website: 950 });
    await workspace()
      .services.database.update(entry)
      .set({ values: sql`${entry.values} - 'f_website'` })
      .where(eq(entry.id, emptied.id));
    await make(change('f_website', text));
    // To become a text is another change; what was a number before it leads back over both.
    expect<unknown>(await valueOf(edited, 'f_website')).toBe('950');
    await make(change('f_website', number));
    await make(change('f_website', { kind: 'url', settings: {} }));
    expect<unknown>([
      await valueOf(kept, 'f_website'),
      await valueOf(edited, 'f_website'),
      await valueOf(emptied, 'f_website'),
    ]).toEqual(['about 800', '950', undefined]);
  });

  it('follow in rows as well, and only untouched rows are given back what they were', async () => {
    const row = (id: string, note: string) => ({
      id,
      values: { f_price_guest: id, f_price_note: note },
    });
    const made = await hut(
      { f_prices: [row('r_1', 'about 12'), row('r_2', 'some'), row('r_3', '7')] },
      'Larch Hut',
    );
    await make(change('f_price_note', number));
    const notes = (await valueOf(made, 'f_prices')) as readonly { readonly values: JsonObject }[];
    expect<unknown>(notes.map(({ values }) => values['f_price_note'])).toEqual([12, 'some', 7]);
    await force(made.id, {
      f_prices: notes.map((each, at) =>
        at === 2 ? { ...each, values: { ...each.values, f_price_note: 9 } } : each,
      ),
    });
    await make(change('f_price_note', { kind: 'text', settings: { maxLength: 80 } }));
    const back = (await valueOf(made, 'f_prices')) as readonly { readonly values: JsonObject }[];
    expect<unknown>(back.map(({ values }) => values['f_price_note'])).toEqual(['about 12', 'some', '9']);
  });

  it('keep their rows where a repeater becomes a group, and get the others back', async () => {
    const rows: readonly JsonObject[] = [
      { id: 'r_1', values: { f_price_guest: 'Adults', f_price_member: 12 } },
      { id: 'r_2', values: { f_price_guest: 'Children' } },
    ];
    const made = await hut({ f_prices: rows }, 'Larch Hut');
    const asGroup = await rehearse(change('f_prices', { kind: 'group', settings: {} }));
    expect<unknown>(asGroup.body.report.losses).toEqual({ other_rows: 1 });
    await make(change('f_prices', { kind: 'group', settings: {} }));
    expect<unknown>(await valueOf(made, 'f_prices')).toEqual(rows[0]?.['values']);
    await make(change('f_prices', { kind: 'repeater', settings: { maxRows: 12 } }));
    expect<unknown>(await valueOf(made, 'f_prices')).toEqual(rows);
  });

  it('are taken out of the working copy too, which is still one of this entry', async () => {
    const made = await hut({ f_altitude: 2080 }, 'Larch Hut');
    const path = `/api/studio/entries/${made.id}`;
    const copy = {
      base: made.version,
      mark: null,
      title: made.title,
      slug: made.slug,
      parent: null,
      template: null,
    };
    const kept = await workspace().send<JsonObject>(
      'PUT',
      `${path}/copy`,
      { ...copy, values: { ...made.values, f_altitude: 2100 } },
      editor,
    );
    expect(kept.status).withContext(JSON.stringify(kept.body)).toBe(200);
    await make(change('f_altitude', text));
    const [row] = await selectRows<{
      readonly value: JsonValue;
      readonly base: number;
      readonly version: number;
    }>(
      workspace().services.database,
      sql`SELECT c.values -> 'f_altitude' AS value, c.base_version AS base, e.version FROM entry_copy AS c
        JOIN entry AS e ON e.id = c.entry_id`,
    );
    expect<unknown>(row?.value).toBe('2100');
    expect(row?.base).toBe(row?.version);
  });

  it('name terms by their labels, where there is one of that name', async () => {
    const term = (label: string) =>
      workspace().send<TermAnswer>('POST', '/api/studio/terms', { taxonomy: 'y_area', label }, developer);
    const north = (await term('Northern Ridges')).body;
    const made = await hut({}, 'Larch Hut');
    await force(made.id, { f_website: 'northern ridges' });
    const other = await hut({}, 'Stone Hut');
    await force(other.id, { f_website: 'Nowhere' });
    const rehearsed = await rehearse(
      change('f_website', { kind: 'term', settings: { taxonomy: 'y_area' }, many: null }),
    );
    expect<unknown>(outcomes(rehearsed.body)).toEqual([
      ['undecided', 'Nowhere', 'Nowhere', 1],
      ['converted', 'northern ridges', north.id, 1],
    ]);
    expect<unknown>(rehearsed.body.names[north.id]).toBe('Northern Ridges');
    await make(rehearsed.body.change);
    expect<unknown>(await valueOf(made, 'f_website')).toBe(north.id);
    const links = await selectRows<{ readonly target: string }>(
      workspace().services.database,
      sql`SELECT target_id AS target FROM entry_link WHERE entry_id = ${made.id} AND field_id = 'f_website'`,
    );
    expect(links.map(({ target }) => target)).toEqual([north.id]);
  });

  it('make the choices of a field that has none yet, and stay what they are', async () => {
    for (const [title, value] of [
      ['A', 'easy'],
      ['B', 'hard'],
      ['C', 'easy'],
    ] as const)
      await force((await hut({}, title)).id, { f_website: value });
    const { body } = await rehearse(change('f_website', { kind: 'one_choice', settings: {} }));
    expect<unknown>(body.change.patch.settings?.['choices']).toEqual([
      { value: 'easy', label: 'easy' },
      { value: 'hard', label: 'hard' },
    ]);
    expect<unknown>(body.report.counts.kept).toBe(3);
  });

  it('come back when one revision is undone alone, whatever was changed since, but not what it changed again', async () => {
    const made = await hut({}, 'Larch Hut');
    await force(made.id, { f_website: 'about 800' });
    await make(change('f_website', number));
    const { revision } = await workspace().services.models.current();
    await make(change('f_phone', { label: 'Telephone' }));
    const undo = () =>
      workspace().send<ModelAnswer & Refusal>('POST', '/api/studio/model/undo', { revision }, developer);
    await make(change('f_website', { kind: 'slider', settings: {} }));
    expect((await undo()).status).toBe(409);
    await make(change('f_website', number));
    const undone = await undo();
    expect(undone.status).toBe(200);
    expect(await valueOf(made, 'f_website')).toBe('about 800');
    const { model } = await workspace().services.models.current();
    expect([model.fields.get('f_website')?.type.kind, model.fields.get('f_phone')?.label]).toEqual([
      'url',
      'Telephone',
    ]);
    expect((await undo()).status).toBe(409);
  });

  it('that fit nothing become what was chosen, and are found where they stay', async () => {
    const made = await hut({}, 'Larch Hut');
    await force(made.id, { f_website: 'unknown' });
    await make(change('f_website', number, { ...USUAL_CONVERSION, otherwise: 'value', fallback: 1 }));
    expect<unknown>(await valueOf(made, 'f_website')).toBe(1);
    await make(change('f_website', { kind: 'url', settings: {} }));
    expect<unknown>(await valueOf(made, 'f_website')).toBe('unknown');
  });

  it('of a secret are told as what nobody may read', async () => {
    await hut({ f_winter_room: true, f_winter_code: 'VM-1234' }, 'Larch Hut');
    const { body } = await rehearse(change('f_winter_code', text));
    expect<unknown>(outcomes(body)).toEqual([['lost', { set: true }, null, 1]]);
    expect(JSON.stringify(body).includes('argon2')).toBe(false);
  });

  it('are not rehearsed where the change itself is refused, nor by editors', async () => {
    const refused = await rehearse(change('f_prices', text));
    expect([refused.status, refused.body.detail]).toEqual([
      422,
      jasmine.stringContaining('has fields under it'),
    ]);
    const byEditor = await workspace().send(
      'POST',
      '/api/studio/model/rehearse',
      { change: change('f_website', text) },
      editor,
    );
    expect(byEditor.status).toBe(403);
  });

  it('are noted in the history of the entry, which comes to the same version once', async () => {
    const made = await hut({ f_altitude: 2080 }, 'Larch Hut');
    await make(change('f_altitude', text));
    const { body } = await workspace().get<EntryAnswer>(`/api/studio/entries/${made.id}`, developer);
    expect<unknown>([body.version, body.values['f_altitude']]).toEqual([made.version + 1, '2080']);
  });

  describe('of many entries', () => {
    const many = 130;
    const seed = async (): Promise<void> => {
      const template = await hut({ f_altitude: 1000 }, 'First');
      await workspace().services.database
        .execute(sql`INSERT INTO entry (id, type_id, slug, title, status, "values", updated_by)
        SELECT 'e_many_' || lpad(n::text, 4, '0'), type_id, 'many-' || n, 'Many ' || n, status,
          "values" || jsonb_build_object('f_altitude', n), updated_by
        FROM entry, generate_series(1, ${many}) AS n WHERE entry.id = ${template.id}`);
    };
    const kinds = async (): Promise<Readonly<Record<string, number>>> => {
      const rows = await selectRows<{ readonly kind: string; readonly count: number }>(
        workspace().services.database,
        sql`SELECT jsonb_typeof("values" -> 'f_altitude') AS kind, count(*)::int AS count FROM entry GROUP BY 1`,
      );
      return Object.fromEntries(rows.map(({ kind, count }) => [kind, count]));
    };

    it('follow beside requests, are told of, and nothing else changes them meanwhile', async () => {
      await seed();
      const told: ServerEvent[] = [];
      workspace().services.events.subscribe(({ event }) => told.push(event));
      await make(change('f_altitude', text));
      expect(await kinds()).toEqual({ number: many + 1 });
      const again = await send(change('f_altitude', { kind: 'long_text', settings: {} }));
      expect([again.status, again.body.errors[0]?.code]).toEqual([409, 'converting']);
      await workspace().doJobs();
      expect(await kinds()).toEqual({ string: many + 1 });
      const last = told.findLast(({ kind }) => kind === 'values');
      expect(last).toEqual(jasmine.objectContaining({ field: 'Altitude', done: many + 1, total: many + 1 }));
    });

    it('go on where they were broken off, and are taken back from there', async () => {
      await seed();
      await make(change('f_altitude', text));
      const { services } = workspace();
      const [{ id } = { id: '' }] = await services.database.select().from(valueChange);
      let steps = 0;
      await convertValues.step(services, { change: id }, () => (steps += 1) === 3);
      const partly = await kinds();
      expect(partly['string']).toBeGreaterThan(0);
      expect(partly['number']).toBeGreaterThan(0);
      // Once more, as after a crash: it goes on from there.
      await convertValues.step(services, { change: id }, () => true);
      const further = await kinds();
      expect(further['string']).toBeGreaterThan(partly['string'] ?? 0);
      expect(await services.database.$count(valueNote)).toBe(further['string'] ?? 0);
      await make(
        change('f_altitude', { kind: 'number', settings: { unit: 'm', min: 0, max: 4000, decimals: 0 } }),
      );
      await workspace().doJobs();
      expect(await kinds()).toEqual({ number: many + 1 });
    });
  });
});
