import * as z from 'zod';
import { defineBulkKind } from '../bulk-kind';

/** Shows drafts to visitors. */
export const publishKind = defineBulkKind({
  schema: z.strictObject({ kind: z.literal('publish') }),
  field: () => null,
  refuses: () => null,
  apply: (_change, state) => ({ ...state, status: 'published' }),
});
