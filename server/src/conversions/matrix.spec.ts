import type { ModelAnswer, RehearsalAnswer } from '@tovlet/core/contracts/studio';
import { fieldTypeOf, fieldTypes, type FieldKind } from '@tovlet/core/fields/index';
import { sameJson, type JsonObject, type JsonValue } from '@tovlet/core/json';
import type { ModelChange } from '@tovlet/core/model/changes/index';
import type { SetField } from '@tovlet/core/model/changes/set-field';
import { field, plainGroup, plainType, type Field, type ModelDocument } from '@tovlet/core/model/document';
import { appearsOnTypes } from '@tovlet/core/model/reach';
import { asc } from 'drizzle-orm';
import { entry } from '../db/schema';
import { eachWithWorkspace, type Refusal } from '../testing/workspace';

/** The types that a field may become, or be turned into something else from, by a change of its type. */
const kinds: readonly FieldKind[] = fieldTypes
  .filter(({ kind }) => kind !== 'shape' && kind !== 'shared_set' && kind !== 'mixed_list')
  .map(({ kind }) => kind);

const choices = [
  { value: 'easy', label: 'Easy walk' },
  { value: '12', label: 'Twelve' },
];
const SETTINGS: { readonly [Kind in FieldKind]?: JsonObject } = {
  one_choice: { choices },
  several_choices: { choices },
  computed: { expression: '1', result: 'number' },
};
const several = { min: null, max: null };

/** A field of each type that holds one value, and where it may, one that holds several. */
const fields: readonly Field[] = kinds
  .filter((kind) => !fieldTypeOf(kind).valueless)
  .flatMap((kind) => {
    const own = { kind, label: kind, settings: SETTINGS[kind] ?? {} };
    const one = field({ ...own, id: `f_${kind}`, key: kind });
    if (!fieldTypeOf(kind).listable) return [one];
    return [one, field({ ...own, id: `f_${kind}_several`, key: `${kind}_several`, many: several })];
  });

const model: ModelDocument = {
  format: 'tovlet-model',
  version: 1,
  taxonomies: [],
  contentTypes: [
    {
      ...plainType,
      id: 't_thing',
      key: 'thing',
      pluralKey: 'things',
      singular: 'Thing',
      plural: 'Things',
      icon: 'cottage',
      address: '/things/{slug}',
    },
  ],
  groups: [
    { ...plainGroup, id: 'g_all', key: 'all', label: 'All', appearsOn: appearsOnTypes(['t_thing']), fields },
  ],
};

const others: readonly JsonValue[] = ['12', 'about 7', 'easy', '3.7.1927', 12, true, 'https://a.example/'];

/** What two things hold in a field: what its type is an example of, and what fits it less or not at all. */
const samples = ({ kind, many }: Field, at: number): readonly JsonValue[] => {
  const { example } = fieldTypeOf(kind);
  const other = others[at % others.length] ?? '';
  return many ? [[example, example], [other]] : [example, other];
};

describe('every type of field turned into every other', () => {
  const workspace = eachWithWorkspace(model);
  let developer: string;
  // Each target meets other values.
  let turn = 0;
  beforeEach(async () => {
    developer = await workspace().signIn();
    const rows = [0, 1].map((row) => ({
      id: `e_thing_${row}`,
      typeId: 't_thing',
      slug: `thing-${row}`,
      title: `Thing ${row}`,
      status: 'draft' as const,
      updatedBy: 'Somebody',
      values: Object.fromEntries(fields.map((each, at) => [each.id, samples(each, at + turn)[row] ?? null])),
    }));
    turn += 1;
    await workspace().services.database.insert(entry).values(rows);
  });

  const stored = async (): Promise<readonly JsonObject[]> => {
    const rows = await workspace()
      .services.database.select({ values: entry.values })
      .from(entry)
      .orderBy(asc(entry.id));
    return rows.map(({ values }) => values);
  };
  const make = async (changes: readonly ModelChange[]): Promise<void> => {
    const { revision } = await workspace().services.models.current();
    const answer = await workspace().send<ModelAnswer & Refusal>(
      'POST',
      '/api/studio/model/changes',
      { baseRevision: revision, changes },
      developer,
    );
    expect<unknown>([answer.status, answer.body.detail]).toEqual([200, undefined]);
    await workspace().doJobs();
  };
  const rehearse = async (change: SetField): Promise<RehearsalAnswer | null> => {
    const answer = await workspace().send<RehearsalAnswer>(
      'POST',
      '/api/studio/model/rehearse',
      { change },
      developer,
    );
    return answer.status === 200 ? answer.body : null;
  };

  for (const kind of kinds) {
    const manies = fieldTypeOf(kind).listable ? [null, several] : [null];
    for (const many of manies)
      it(`${many ? 'several of ' : ''}${kind}: what was rehearsed is what becomes of it, and undone it is what it was`, async () => {
        const before = await stored();
        const rehearsed: RehearsalAnswer[] = [];
        for (const { id } of fields) {
          const answer = await rehearse({
            kind: 'set_field',
            field: id,
            patch: { kind, many, settings: SETTINGS[kind] ?? {} },
          });
          if (answer) rehearsed.push(answer);
        }
        expect(rehearsed.length).toBeGreaterThan(20);
        await make(rehearsed.map(({ change }) => change));
        const after = await stored();
        // What a secret is, nobody is told; what becomes of it is seen by its bytes below.
        const told = rehearsed.filter(({ change }) => change.field !== 'f_secret');
        for (const { change, report } of told)
          for (const sample of report.samples) {
            const at = before.findIndex((values) => sameJson(values[change.field] ?? null, sample.before));
            expect(at)
              .withContext(`${change.field} ${JSON.stringify(sample.before)}`)
              .toBeGreaterThan(-1);
            expect<unknown>(after[at]?.[change.field] ?? null)
              .withContext(`${change.field} ${JSON.stringify(sample.before)}`)
              .toEqual(sample.after);
          }
        // Only a field of secrets that stays one keeps them.
        if (kind !== 'secret') expect(JSON.stringify(after)).not.toContain('larch-4711');
        const back = rehearsed.flatMap(({ change }): readonly ModelChange[] => {
          const was = fields.find(({ id }) => id === change.field);
          if (!was) return [];
          const { kind: own, settings, many: count, default: value } = was;
          return [
            { kind: 'set_field', field: was.id, patch: { kind: own, settings, many: count, default: value } },
          ];
        });
        await make(back);
        const now = await stored();
        for (const { id } of fields)
          expect<unknown>(now.map((values) => JSON.stringify(values[id])))
            .withContext(`${id} undone`)
            .toEqual(before.map((values) => JSON.stringify(values[id])));
      });
  }
});
