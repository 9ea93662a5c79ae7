import * as z from 'zod';
import { defineBulkKind } from '../bulk-kind';
import { referencesIn, refusesList } from '../list-value';

/** Adds references to a field that holds several: terms, entries, people, media. */
export const addKind = defineBulkKind({
  schema: z.strictObject({
    kind: z.literal('add'),
    field: z.string().max(120),
    ids: z.array(z.string().max(80)).min(1).max(100).readonly(),
  }),
  field: ({ field }) => field,
  refuses: (_change, field) => refusesList(field),
  apply({ ids }, { status, values }, field) {
    if (!field) return { status, values };
    const before = referencesIn(values, field);
    const added = ids.filter((id) => !before.includes(id));
    return { status, values: added.length === 0 ? values : { ...values, [field.id]: [...before, ...added] } };
  },
});
