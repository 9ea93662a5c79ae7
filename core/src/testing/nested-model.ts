import { field, type Field } from '../model/document';
import type { JsonValue } from '../json';
import { modelWith, typeOf } from './model';

const number = (id: string, more: Partial<Field> = {}): Field =>
  field({ id: `f_${id}`, key: id, label: id, kind: 'number', ...more });

/** A model whose huts hold values at every depth: a group, rows with rows in them, and a list of two shapes. */
export const nestedModel = modelWith(
  number('altitude', { default: 1200 }),
  field({
    id: 'f_beds',
    key: 'beds',
    label: 'beds',
    kind: 'group',
    fields: [number('summer', { default: 4 }), number('winter')],
  }),
  field({
    id: 'f_rooms',
    key: 'rooms',
    label: 'rooms',
    kind: 'repeater',
    fields: [
      number('floor'),
      field({ id: 'f_bunks', key: 'bunks', label: 'bunks', kind: 'repeater', fields: [number('width')] }),
    ],
  }),
  field({
    id: 'f_ways',
    key: 'ways',
    label: 'ways',
    kind: 'mixed_list',
    fields: [
      field({ id: 'f_walk', key: 'walk', label: 'walk', kind: 'shape', fields: [number('minutes')] }),
      field({
        id: 'f_bus',
        key: 'bus',
        label: 'bus',
        kind: 'shape',
        fields: [number('line', { required: true })],
      }),
    ],
  }),
);
export const nestedType = typeOf(nestedModel);

/** A stored row. */
export const storedRow = (id: string, values: Record<string, JsonValue>): JsonValue => ({ id, values });
