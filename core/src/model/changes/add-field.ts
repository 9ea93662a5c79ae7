import { say } from '../../locale/say';
import * as z from 'zod';
import { fieldSchema } from '../document';
import { findField, insertAt, replaceSiblings, withDescendants } from '../tree';
import { ChangeRefused, type ChangeKind } from './change';
import { assertParent } from './parent';

const schema = z.strictObject({
  kind: z.literal('add_field'),
  group: z.string(),
  parent: z.string().nullable(),
  index: z.int().min(0),
  field: fieldSchema,
});
export type AddField = Readonly<z.infer<typeof schema>>;

/** Adds a field, with what stands under it, to a group or under a repeater. */
export const addField: ChangeKind<'add_field', AddField> = {
  kind: 'add_field',
  schema,
  apply(document, { group, parent, index, field }) {
    assertParent(document, group, parent, field);
    for (const { id, label } of withDescendants(field)) {
      if (findField(document, id))
        throw new ChangeRefused(say`The field ${label} has been added already.`, id);
    }
    return replaceSiblings(document, group, parent, (siblings) => insertAt(siblings, index, field));
  },
  inverse: (_before, { field }) => [{ kind: 'remove_field', field: field.id }],
  describe: (before, { field, group }) =>
    say`Added the field “${field.label}” to “${before.groups.find(({ id }) => id === group)?.label ?? group}”`,
  touches: ({ field }) => [field.id],
};
