import fc from 'fast-check';
import { applyChange, describeChange } from './changes';
import { compileModel } from './compile';
import { diffModels } from './diff';
import { field, type Field, type ModelDocument, plainGroup } from './document';
import { hutDocument, hutType } from '../testing/model';
import { appearsOnTypes } from './reach';

const IDS = ['f_a', 'f_b', 'f_c', 'f_d', 'f_e', 'f_f'];

/** Models over the same few ids: fields in other groups, rows, orders and types. */
const model: fc.Arbitrary<ModelDocument> = fc
  .record({
    order: fc.shuffledSubarray(IDS),
    places: fc.array(
      fc.record({
        group: fc.nat(2),
        inRows: fc.boolean(),
        label: fc.constantFrom('A', 'B'),
        rows: fc.boolean(),
      }),
      { minLength: 6, maxLength: 6 },
    ),
    groups: fc.shuffledSubarray(['g_0', 'g_1', 'g_2'], { minLength: 1 }),
    types: fc.shuffledSubarray(['t_hut', 't_post', 't_page'], { minLength: 1 }),
    reach: fc.constantFrom('t_hut', 't_post'),
  })
  .map(({ order, places, groups, types, reach }) => {
    const fieldsIn: Record<string, Field[]> = {};
    for (const [index, id] of order.entries()) {
      const place = places[index];
      const group = groups[(place?.group ?? 0) % groups.length] ?? 'g_0';
      const own = (fieldsIn[group] ??= []);
      const last = own.at(-1);
      const made = field({
        id,
        key: id,
        label: place?.label ?? 'A',
        kind: place?.rows ? 'repeater' : 'text',
      });
      if (place?.inRows && last?.kind === 'repeater' && made.kind === 'text') {
        own[own.length - 1] = { ...last, fields: [...last.fields, made] };
      } else own.push(made);
    }
    return {
      format: 'tovlet-model',
      version: 1,
      taxonomies: [],
      contentTypes: types.map((id) => ({
        ...hutType,
        id,
        key: id.slice(2),
        pluralKey: `${id.slice(2)}s`,
        address: `/${id.slice(2)}/{slug}`,
      })),
      groups: groups.map((id) => ({
        id,
        key: id,
        label: id,
        ...plainGroup,
        appearsOn: appearsOnTypes([reach]),
        fields: fieldsIn[id] ?? [],
      })),
    };
  });

describe('the difference of two models', () => {
  it('is nothing where they say the same', () => {
    expect(diffModels(hutDocument, hutDocument)).toEqual([]);
  });

  it('leads from any model to any other', () => {
    fc.assert(
      fc.property(model, model, (before, after) => {
        const changes = diffModels(before, after);
        const reached = changes.reduce(applyChange, before);
        expect<unknown>(JSON.parse(JSON.stringify(reached))).toEqual(JSON.parse(JSON.stringify(after)));
        const keysOf = (document: ModelDocument) =>
          compileModel(document).types.map(
            ({ contentType, fields }) => `${contentType.id} ${fields.map(({ id }) => id).join()}`,
          );
        expect(keysOf(reached)).toEqual(keysOf(after));
      }),
      { numRuns: 300 },
    );
  });

  it('can be put into words, step by step', () => {
    const [group] = hutDocument.groups;
    const after = {
      ...hutDocument,
      groups: group ? [{ ...group, label: 'Facts', fields: group.fields.slice(1) }] : [],
    };
    let document = hutDocument;
    const words = diffModels(hutDocument, after).map((change) => {
      const said = describeChange(document, change);
      document = applyChange(document, change);
      return said;
    });
    expect(words[0]).toContain('to “Facts”');
    expect(words[1]).toContain('Removed the field');
    expect(words.length).toBe(2);
  });
});
