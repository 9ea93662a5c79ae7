import { say } from '../../locale/say';
import * as z from 'zod';
import { jsonObjectShape } from '../../json-shape';
import { assertNesting } from './parent';
import { findField, updateField } from '../tree';
import { ChangeRefused, type ChangeKind } from './change';

const schema = z.strictObject({
  kind: z.literal('set_settings'),
  field: z.string(),
  /** The settings that become others. */
  set: jsonObjectShape,
  /** Those that become the type's defaults again. */
  unset: z.array(z.string()).default([]),
});
export type SetSettings = Readonly<z.infer<typeof schema>>;

/** Changes some of a field's settings. The others stay as they are: two people may change different ones. */
export const setSettings: ChangeKind<'set_settings', SetSettings> = {
  kind: 'set_settings',
  schema,
  apply(document, { field: id, set, unset }) {
    const place = findField(document, id);
    if (!place) throw new ChangeRefused(say`This field was removed meanwhile.`, id);
    const kept = Object.entries(place.field.settings).filter(([key]) => !unset.includes(key));
    const next = { ...place.field, settings: { ...Object.fromEntries(kept), ...set } };
    assertNesting(document, place.group.id, place.ancestors, next);
    return updateField(document, id, () => next);
  },
  inverse(before, { field: id, set, unset }) {
    const settings = findField(before, id)?.field.settings;
    if (!settings) return [];
    const keys = [...Object.keys(set), ...unset];
    const were = Object.entries(settings).filter(([key]) => keys.includes(key));
    const unsets = keys.filter((key) => !(key in settings));
    return [{ kind: 'set_settings', field: id, set: Object.fromEntries(were), unset: unsets }];
  },
  describe: (before, { field: id }) => say`Changed settings of “${findField(before, id)?.field.label ?? id}”`,
  touches: ({ field, set, unset }) =>
    [...Object.keys(set), ...unset].map((key) => `${field}:settings:${key}`),
};
