import { say } from '../../locale/say';
import * as z from 'zod';
import { findField, insertAt, replaceSiblings } from '../tree';
import { ChangeRefused, type ChangeKind } from './change';
import { assertParent } from './parent';

const schema = z.strictObject({
  kind: z.literal('move_field'),
  field: z.string(),
  group: z.string(),
  parent: z.string().nullable(),
  /** Its place among the siblings there, itself not counted. */
  index: z.int().min(0),
});
export type MoveField = Readonly<z.infer<typeof schema>>;

/** Moves a field among its siblings, into or out of a repeater, or to another group. */
export const moveField: ChangeKind<'move_field', MoveField> = {
  kind: 'move_field',
  schema,
  apply(document, { field: id, group, parent, index }) {
    const place = findField(document, id);
    if (!place) throw new ChangeRefused(say`This field was removed meanwhile.`, id);
    assertParent(document, group, parent, place.field);
    const without = replaceSiblings(
      document,
      place.group.id,
      place.ancestors.at(-1)?.id ?? null,
      (siblings) => siblings.filter((sibling) => sibling.id !== id),
    );
    return replaceSiblings(without, group, parent, (siblings) => insertAt(siblings, index, place.field));
  },
  inverse(before, { field }) {
    const place = findField(before, field);
    if (!place) return [];
    const parent = place.ancestors.at(-1)?.id ?? null;
    return [{ kind: 'move_field', field, group: place.group.id, parent, index: place.index }];
  },
  describe: (before, { field }) => say`Moved the field “${findField(before, field)?.field.label ?? field}”`,
  touches: ({ field }) => [`${field}:place`],
};
