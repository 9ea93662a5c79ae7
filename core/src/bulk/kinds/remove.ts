import * as z from 'zod';
import { defineBulkKind } from '../bulk-kind';
import { referencesIn, refusesList } from '../list-value';

/** Takes references out of a field that holds several. */
export const removeKind = defineBulkKind({
  schema: z.strictObject({
    kind: z.literal('remove'),
    field: z.string().max(120),
    ids: z.array(z.string().max(80)).min(1).max(100).readonly(),
  }),
  field: ({ field }) => field,
  refuses: (_change, field) => refusesList(field),
  apply({ ids }, { status, values }, field) {
    if (!field) return { status, values };
    const before = referencesIn(values, field);
    const left = before.filter((id) => !ids.some((each) => each === id));
    return { status, values: left.length === before.length ? values : { ...values, [field.id]: left } };
  },
});
