import * as z from 'zod';
import { defineBulkKind } from '../bulk-kind';

/** Puts entries into the bin. */
export const deleteKind = defineBulkKind({
  schema: z.strictObject({ kind: z.literal('delete') }),
  field: () => null,
  refuses: () => null,
  apply: (_change, state) => ({ ...state, inBin: true }),
});
