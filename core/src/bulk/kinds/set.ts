import * as z from 'zod';
import { jsonValueShape } from '../../json-shape';
import { say } from '../../locale/say';
import { defineBulkKind } from '../bulk-kind';

/** Gives a field one value. */
export const setKind = defineBulkKind({
  schema: z.strictObject({ kind: z.literal('set'), field: z.string().max(120), value: jsonValueShape }),
  field: ({ field }) => field,
  refuses: ({ value }, { label }) =>
    value === null ? say`${label} would be emptied. Clear it in place of setting it.` : null,
  apply: ({ value }, state, field) =>
    field ? { ...state, values: { ...state.values, [field.id]: value } } : state,
});
