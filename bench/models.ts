import type { JsonObject } from '@tovlet/core/json';
import {
  field,
  type Field,
  type FieldGroup,
  type ModelDocument,
  plainType,
  plainGroup,
} from '@tovlet/core/model/document';
import { appearsOnTypes } from '@tovlet/core/model/reach';

const list = <Item>(count: number, make: (index: number) => Item): readonly Item[] =>
  Array.from({ length: count }, (_, index) => make(index));

const KINDS = ['text', 'number', 'switch', 'one_choice', 'date', 'email', 'long_text', 'url'] as const;

function simpleField(id: string, index: number): Field {
  const kind = KINDS[index % KINDS.length] ?? 'text';
  const settings: JsonObject =
    kind === 'one_choice'
      ? { choices: list(6, (choice) => ({ value: `v${choice}`, label: `Choice ${choice}` })) }
      : kind === 'text'
        ? { maxLength: 60 }
        : kind === 'number'
          ? { min: 0, max: 10_000 }
          : {};
  return field({
    id,
    key: id.replace('f_', 'field_'),
    label: `Field ${index}`,
    kind,
    settings,
    filterable: index % 5 === 0,
  });
}

/** A model of many types: each with groups of its own, every fourth field with a condition on the one before. */
export function largeModel(types: number, fieldsOfType: number): ModelDocument {
  const groups: FieldGroup[] = [];
  const contentTypes = list(types, (type) => {
    const fields = list(fieldsOfType, (index): Field => {
      const id = `f_${type}_${index}`;
      const before = `f_${type}_${index - 1}`;
      const own = simpleField(id, index);
      return index % 4 === 3
        ? { ...own, shownWhen: { kind: 'field', field: before, operator: 'is_filled' } }
        : own;
    });
    const half = Math.ceil(fields.length / 2);
    for (const [part, some] of [fields.slice(0, half), fields.slice(half)].entries()) {
      groups.push({
        id: `g_${type}_${part}`,
        key: `group_${type}_${part}`,
        label: `Group ${type} ${part}`,
        ...plainGroup,
        appearsOn: appearsOnTypes([`t_${type}`]),
        fields: some,
      });
    }
    return {
      id: `t_${type}`,
      key: `type_${type}`,
      pluralKey: `types_${type}`,
      singular: `Type ${type}`,
      plural: `Types ${type}`,
      icon: 'article',
      address: `/type-${type}/{slug}`,
      ...plainType,
    };
  });
  return { format: 'tovlet-model', version: 1, taxonomies: [], contentTypes, groups };
}

/** Kinds of fields that stand in one another, from the outside in. */
const CHAIN = ['group', 'repeater', 'group', 'repeater', 'group', 'repeater', 'text'] as const;

function chain(type: number, depth = 0): readonly Field[] {
  const kind = CHAIN[depth];
  if (!kind) return [];
  const id = `f_${type}_in_${depth}`;
  return [
    field({
      id,
      key: id.replace('f_', 'field_'),
      label: `Level ${depth}`,
      kind,
      fields: chain(type, depth + 1),
    }),
  ];
}

/** Types of three groups each: two of plain fields, and one whose fields stand six deep in one another. */
export function deepModel(types: number, fieldsOfType: number): ModelDocument {
  const model = largeModel(types, fieldsOfType - CHAIN.length);
  const deep = list(types, (type): FieldGroup => ({
    id: `g_${type}_deep`,
    key: `group_${type}_deep`,
    label: `Deep ${type}`,
    ...plainGroup,
    appearsOn: appearsOnTypes([`t_${type}`]),
    fields: chain(type),
  }));
  return { ...model, groups: [...model.groups, ...deep] };
}

const rowFields = list(8, (index) => simpleField(`f_row_${index}`, index));

/** The entry of the form benchmarks: 300 fields, and a repeater with 500 rows of 8. */
export const formModel: ModelDocument = (() => {
  const model = largeModel(1, 300);
  const rows = field({
    id: 'f_rows',
    key: 'rows',
    label: 'Rows',
    kind: 'repeater',
    settings: { maxRows: 1000 },
    fields: rowFields,
  });
  const [first, ...rest] = model.groups;
  return { ...model, groups: first ? [{ ...first, fields: [...first.fields, rows] }, ...rest] : [] };
})();

const VALUES = [
  'Larch',
  12,
  true,
  'v1',
  '2026-05-31',
  'a@b.example',
  'A few words about it.',
  'https://larch.example',
] as const;

/** Values for every field of the form benchmarks. */
export function formValues(): JsonObject {
  const values: Record<string, JsonObject[string]> = {};
  for (let index = 0; index < 300; index += 1) values[`f_0_${index}`] = VALUES[index % VALUES.length] ?? null;
  values['f_rows'] = list(500, (row) => ({
    id: `r_${row}`,
    values: Object.fromEntries(rowFields.map(({ id }, index) => [id, VALUES[index % VALUES.length] ?? null])),
  }));
  return values;
}

/** The same, with a group beside of 200 fields, as somebody may edit them who models a large form. */
export const sheetModel: ModelDocument = {
  ...formModel,
  groups: [
    ...formModel.groups,
    {
      id: 'g_sheet',
      key: 'sheet',
      label: 'Sheet',
      ...plainGroup,
      appearsOn: { kind: 'any', conditions: [] },
      fields: list(200, (index) => simpleField(`f_sheet_${index}`, index)),
    },
  ],
};
