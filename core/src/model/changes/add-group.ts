import { say } from '../../locale/say';
import * as z from 'zod';
import { fieldGroupSchema } from '../document';
import { insertAt } from '../tree';
import { ChangeRefused, type ChangeKind } from './change';

const schema = z.strictObject({
  kind: z.literal('add_group'),
  group: fieldGroupSchema,
  index: z.int().min(0).optional(),
});
export type AddGroup = Readonly<z.infer<typeof schema>>;

/** Adds a field group, at the end where no place is given. */
export const addGroup: ChangeKind<'add_group', AddGroup> = {
  kind: 'add_group',
  schema,
  apply(document, { group, index }) {
    if (document.groups.some(({ id }) => id === group.id)) {
      throw new ChangeRefused(say`The group ${group.label} has been added already.`, group.id);
    }
    return { ...document, groups: insertAt(document.groups, index ?? document.groups.length, group) };
  },
  inverse: (_before, { group }) => [{ kind: 'remove_group', group: group.id }],
  describe: (_before, { group }) => say`Added the field group “${group.label}”`,
  touches: ({ group }) => [group.id],
};
