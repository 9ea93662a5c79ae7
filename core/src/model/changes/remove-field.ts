import { say } from '../../locale/say';
import * as z from 'zod';
import { findField, replaceSiblings } from '../tree';
import { ChangeRefused, type ChangeKind } from './change';

const schema = z.strictObject({ kind: z.literal('remove_field'), field: z.string() });
export type RemoveField = Readonly<z.infer<typeof schema>>;

/** Removes a field. Stored values stay with their entries, so that taking it back brings them back. */
export const removeField: ChangeKind<'remove_field', RemoveField> = {
  kind: 'remove_field',
  schema,
  apply(document, { field: id }) {
    const place = findField(document, id);
    if (!place) throw new ChangeRefused(say`This field was removed meanwhile.`, id);
    return replaceSiblings(document, place.group.id, place.ancestors.at(-1)?.id ?? null, (siblings) =>
      siblings.filter((sibling) => sibling.id !== id),
    );
  },
  inverse(before, { field: id }) {
    const place = findField(before, id);
    if (!place) return [];
    const parent = place.ancestors.at(-1)?.id ?? null;
    return [{ kind: 'add_field', group: place.group.id, parent, index: place.index, field: place.field }];
  },
  describe: (before, { field }) => say`Removed the field “${findField(before, field)?.field.label ?? field}”`,
  touches: ({ field }) => [field],
};
