import { documentOf, group } from '../testing/model';
import { applyChange, type ModelChange } from './changes';
import { compileModel } from './compile';
import { field, plainGroup, type Field, type ModelDocument } from './document';
import { renamingChanges } from './renamed-expressions';
import { findField } from './tree';

const number = (id: string, key: string): Field => field({ id, key, label: key, kind: 'number' });
const total = (id: string, expression: string): Field =>
  field({ id, key: id.slice(2), label: id, kind: 'computed', settings: { expression, result: 'number' } });
const rooms = field({
  id: 'f_rooms',
  key: 'rooms',
  label: 'Rooms',
  kind: 'repeater',
  fields: [
    number('f_beds', 'beds'),
    number('f_floor', 'floor'),
    total('f_doubled', 'beds * 2 + $$.altitude'),
  ],
});
const rename = (id: string, key: string): ModelChange => ({ kind: 'set_field', field: id, patch: { key } });

const rule = (id: string, expression: string) => ({
  id,
  expression,
  message: 'No',
  severity: 'refuse' as const,
  field: null,
});
const documentWith = (expression: string): ModelDocument =>
  documentOf({
    ...group({ fields: [number('f_altitude', 'altitude'), rooms, total('f_total', expression)] }),
    rules: [rule('r_one', 'altitude > 0'), rule('r_two', '$sum(rooms.beds) > 0')],
  });

/** A model after changes, and after what they bring along. */
function after(document: ModelDocument, ...changes: readonly ModelChange[]): ModelDocument {
  const changed = changes.reduce(applyChange, document);
  return renamingChanges(compileModel(document), compileModel(changed)).reduce(applyChange, changed);
}
const expressionOf = (document: ModelDocument, id: string): unknown =>
  findField(document, id)?.field.settings['expression'];
const rulesOf = ({ groups }: ModelDocument): readonly string[] =>
  groups.flatMap(({ rules }) => rules.map(({ expression }) => expression));

describe('expressions where keys are renamed', () => {
  const cases: readonly (readonly [string, string, string, string])[] = [
    ['$sum(rooms.beds)', 'f_beds', 'places', '$sum(rooms.places)'],
    ['rooms[beds > 2].beds /* beds */ & "beds"', 'f_beds', 'b', 'rooms[b > 2].b /* beds */ & "beds"'],
    ['altitude + rooms.altitude', 'f_altitude', 'height', 'height + rooms.altitude'],
    ['rooms.(beds + $entry.altitude)', 'f_altitude', 'height', 'rooms.(beds + $entry.height)'],
    [
      '$filter(rooms, function($r) { $r.beds > 2 })',
      'f_beds',
      'b',
      '$filter(rooms, function($r) { $r.b > 2 })',
    ],
    ['`altitude` * 2', 'f_altitude', 'height', 'height * 2'],
    ['altitude * 2', 'f_altitude', 'in', '`in` * 2'],
    ['$count(rooms)', 'f_rooms', 'chambers', '$count(chambers)'],
  ];
  for (const [expression, id, key, wanted] of cases) {
    it(`read the same: ${wanted}`, () => {
      expect(expressionOf(after(documentWith(expression), rename(id, key)), 'f_total')).toBe(wanted);
    });
  }

  it('are those of rows and of rules as well, and only those that name the key', () => {
    const document = after(documentWith('altitude'), rename('f_altitude', 'height'));
    expect(expressionOf(document, 'f_doubled')).toBe('beds * 2 + $$.height');
    expect(rulesOf(document)).toEqual(['height > 0', '$sum(rooms.beds) > 0']);
    expect(document.groups[0]?.rules[0]).toEqual(rule('r_one', 'height > 0'));
  });

  it('follow keys that change places', () => {
    const document = documentWith('altitude - total_of');
    const swapped = after(
      applyChange(document, {
        kind: 'add_field',
        group: document.groups[0]?.id ?? '',
        parent: null,
        index: 0,
        field: number('f_other', 'total_of'),
      }),
      rename('f_altitude', 'between'),
      rename('f_other', 'altitude'),
      rename('f_altitude', 'total_of'),
    );
    expect(expressionOf(swapped, 'f_total')).toBe('total_of - altitude');
  });

  it('are left alone where they were changed together with the key, or nothing was renamed', () => {
    const settings = { expression: 'height', result: 'number' };
    const document = documentWith('altitude');
    const own: ModelChange = { kind: 'set_field', field: 'f_total', patch: { settings } };
    expect(expressionOf(after(document, rename('f_altitude', 'height'), own), 'f_total')).toBe('height');
    expect(after(document, { kind: 'set_field', field: 'f_altitude', patch: { label: 'Height' } })).toEqual(
      applyChange(document, { kind: 'set_field', field: 'f_altitude', patch: { label: 'Height' } }),
    );
  });

  it('are left alone where a key stands for several fields that are named otherwise now', () => {
    const shape = (id: string): Field =>
      field({ id, key: id.slice(2), label: id, kind: 'group', fields: [number(`${id}_size`, 'size')] });
    const parts = field({
      id: 'f_parts',
      key: 'parts',
      label: 'Parts',
      kind: 'mixed_list',
      fields: [shape('f_door'), shape('f_wall')],
    });
    const document = documentOf(group({ fields: [parts, total('f_total', '$sum(parts.size)')] }));
    expect(expressionOf(after(document, rename('f_door_size', 'width')), 'f_total')).toBe('$sum(parts.size)');
    const both = after(document, rename('f_door_size', 'width'), rename('f_wall_size', 'width'));
    expect(expressionOf(both, 'f_total')).toBe('$sum(parts.width)');
  });

  it('are those of shared sets, and those that look into them', () => {
    const set = {
      ...plainGroup,
      id: 'g_set',
      key: 'set',
      label: 'Set',
      shared: true,
      appearsOn: { kind: 'any', conditions: [] } as const,
      fields: [number('f_width', 'width'), total('f_area', 'width * 2')],
    };
    const include = field({
      id: 'f_in',
      key: 'inside',
      label: 'In',
      kind: 'shared_set',
      settings: { set: 'g_set' },
    });
    const document = documentOf(group({ fields: [include, total('f_total', 'inside.width')] }), set);
    const renamed = after(document, rename('f_width', 'breadth'));
    expect(expressionOf(renamed, 'f_total')).toBe('inside.breadth');
    expect(expressionOf(renamed, 'f_area')).toBe('breadth * 2');
  });
});
