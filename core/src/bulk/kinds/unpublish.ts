import * as z from 'zod';
import { defineBulkKind } from '../bulk-kind';

/** Makes drafts of what is published. */
export const unpublishKind = defineBulkKind({
  schema: z.strictObject({ kind: z.literal('unpublish') }),
  field: () => null,
  refuses: () => null,
  apply: (_change, state) => ({ ...state, status: 'draft' }),
});
