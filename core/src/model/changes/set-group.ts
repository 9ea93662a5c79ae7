import { say } from '../../locale/say';
import * as z from 'zod';
import { conditionSchema } from '../../conditions/condition';
import { fieldGroupSchema, ruleSchema, sectionLayouts } from '../document';
import { updateGroup } from '../tree';
import { ChangeRefused, type ChangeKind } from './change';
import { pickSame } from './patch';

const schema = z.strictObject({
  kind: z.literal('set_group'),
  group: z.string(),
  patch: z.strictObject({
    label: z.string().optional(),
    key: z.string().optional(),
    active: z.boolean().optional(),
    sections: z.enum(sectionLayouts).optional(),
    appearsOn: conditionSchema.optional(),
    rules: z.array(ruleSchema).max(200).optional(),
  }),
});
export type SetGroup = Readonly<z.infer<typeof schema>>;

/** Changes a group's name, key, on/off or where it appears. */
export const setGroup: ChangeKind<'set_group', SetGroup> = {
  kind: 'set_group',
  schema,
  apply(document, { group: id, patch }) {
    if (!document.groups.some((group) => group.id === id)) {
      throw new ChangeRefused(say`This field group was removed meanwhile.`, id);
    }
    return updateGroup(document, id, (group) => {
      // The fields are left out of the parsing, so that they keep their identity.
      const parsed = fieldGroupSchema.safeParse({ ...group, ...patch, fields: [] });
      if (!parsed.success)
        throw new ChangeRefused(parsed.error.issues[0]?.message ?? say`Not a field group.`, id);
      return { ...parsed.data, fields: group.fields };
    });
  },
  inverse(before, { group: id, patch }) {
    const group = before.groups.find((each) => each.id === id);
    return group ? [{ kind: 'set_group', group: id, patch: pickSame(group, patch) }] : [];
  },
  describe(before, { group: id, patch }) {
    const group = before.groups.find((each) => each.id === id);
    if (patch.active !== undefined)
      return say`Turned the group “${group?.label ?? id}” ${patch.active ? say`on` : say`off`}`;
    if (patch.appearsOn) return say`Changed where the group “${group?.label ?? id}” appears`;
    if (patch.rules) return say`Changed the rules of the group “${group?.label ?? id}”`;
    if (patch.sections) return say`Changed how sections show in the group “${group?.label ?? id}”`;
    return say`Renamed the group “${group?.label ?? id}” to “${patch.label ?? patch.key ?? ''}”`;
  },
  touches: ({ group, patch }) => Object.keys(patch).map((property) => `${group}:${property}`),
};
