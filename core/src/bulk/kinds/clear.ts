import * as z from 'zod';
import { defineBulkKind } from '../bulk-kind';

/** Takes the value of a field away. */
export const clearKind = defineBulkKind({
  schema: z.strictObject({ kind: z.literal('clear'), field: z.string().max(120) }),
  field: ({ field }) => field,
  refuses: () => null,
  apply: (_change, state, field) => ({
    ...state,
    values: Object.fromEntries(Object.entries(state.values).filter(([id]) => id !== field?.id)),
  }),
});
