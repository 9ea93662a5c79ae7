import { say } from '../../locale/say';
import * as z from 'zod';
import { ChangeRefused, type ChangeKind } from './change';

const schema = z.strictObject({ kind: z.literal('remove_group'), group: z.string() });
export type RemoveGroup = Readonly<z.infer<typeof schema>>;

/** Removes a field group. Stored values stay with their entries, so that taking it back brings them back. */
export const removeGroup: ChangeKind<'remove_group', RemoveGroup> = {
  kind: 'remove_group',
  schema,
  apply(document, { group: id }) {
    const groups = document.groups.filter((group) => group.id !== id);
    if (groups.length === document.groups.length) {
      throw new ChangeRefused(say`This field group was removed meanwhile.`, id);
    }
    return { ...document, groups };
  },
  inverse(before, { group: id }) {
    const index = before.groups.findIndex((group) => group.id === id);
    const group = before.groups[index];
    return group ? [{ kind: 'add_group', group, index }] : [];
  },
  describe: (before, { group: id }) =>
    say`Removed the field group “${before.groups.find((group) => group.id === id)?.label ?? id}”`,
  touches: ({ group }) => [group],
};
