import * as z from 'zod';
import { say } from '../../locale/say';
import type { CompiledField } from '../../model/compiled';
import { mapStored } from '../../stored/map-stored';
import { mendedValue } from '../../values/mended-value';
import { defineBulkKind } from '../bulk-kind';

const id = z.string().max(120);

/** The way from a field to one that stands in it, both included; none where it does not. */
function wayTo(field: CompiledField, place: string): readonly CompiledField[] {
  if (field.id === place) return [field];
  for (const child of field.children) {
    const way = wayTo(child, place);
    if (way.length > 0) return [field, ...way];
  }
  return [];
}

/** Mends one kind of mistake of the values of a field, wherever in its groups and rows it stands. */
export const mendKind = defineBulkKind({
  schema: z.strictObject({
    kind: z.literal('mend'),
    /** The field at the top of the form. */
    field: id,
    /** The field in it whose values are mended; itself, where it holds none. */
    place: id,
    /** What is wrong with them: the code of an issue. */
    code: z.string().max(60),
    /** Where what they refer to is gone: the ids that are taken out. */
    without: z.array(z.string().max(80)).max(1000).readonly().default([]),
  }),
  field: ({ field }) => field,
  within: ({ place }, field) => wayTo(field, place),
  refuses: ({ place }, field) =>
    wayTo(field, place).length > 0 ? null : say`${field.label} holds no such field.`,
  apply: ({ place, code, without }, state, field) =>
    field
      ? {
          ...state,
          values: mapStored(
            [field],
            state.values,
            {},
            (each) => each.id === place,
            (each, value) => mendedValue(each, value, { code, without }),
          ),
        }
      : state,
});
