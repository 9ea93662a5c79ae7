import * as z from 'zod';
import { jsonObjectShape, jsonValueShape } from '../../json-shape';
import { conditionSchema } from '../../conditions/condition';
import { fieldKinds, fieldTypeOf } from '../../fields';
import { fieldSchema, fieldWidths, type Field } from '../document';
import { findField, updateField } from '../tree';
import { ChangeRefused, type ChangeKind } from './change';
import { pickSame } from './patch';

const schema = z.strictObject({
  kind: z.literal('set_field'),
  field: z.string(),
  patch: z.strictObject({
    key: z.string().optional(),
    label: z.string().optional(),
    publicLabel: z.string().optional(),
    help: z.string().optional(),
    kind: z.enum(fieldKinds).optional(),
    required: z.boolean().optional(),
    default: jsonValueShape.optional(),
    active: z.boolean().optional(),
    shownWhen: conditionSchema.nullable().optional(),
    width: z.enum(fieldWidths).optional(),
    inApi: z.boolean().optional(),
    filterable: z.boolean().optional(),
    listColumn: z.boolean().optional(),
    settings: jsonObjectShape.optional(),
  }),
});
export type SetField = Readonly<z.infer<typeof schema>>;

const NAMES: Readonly<Record<string, string>> = {
  publicLabel: 'public label',
  kind: 'type',
  shownWhen: 'shown when',
  inApi: 'in the API',
  listColumn: 'list column',
};

function patched(field: Field, patch: SetField['patch']): Field {
  const parsed = fieldSchema.safeParse({ ...field, ...patch, fields: [] });
  if (!parsed.success) throw new ChangeRefused(parsed.error.issues[0]?.message ?? 'Not a field.', field.id);
  const type = fieldTypeOf(parsed.data.kind);
  if (patch.settings !== undefined || patch.kind !== undefined) {
    const settings = type.settings.safeParse(parsed.data.settings);
    if (!settings.success) {
      throw new ChangeRefused(
        `${field.label}: ${settings.error.issues[0]?.message ?? 'settings do not fit.'}`,
        field.id,
      );
    }
  }
  if (!type.rows && field.fields.length > 0) {
    throw new ChangeRefused(`${field.label} has fields in its rows. Move or remove them first.`, field.id);
  }
  return { ...parsed.data, fields: field.fields };
}

/** Changes properties of a field. Renaming its key is safe: everything refers to its permanent id. */
export const setField: ChangeKind<'set_field', SetField> = {
  kind: 'set_field',
  schema,
  apply(document, { field: id, patch }) {
    if (!findField(document, id)) throw new ChangeRefused('This field was removed meanwhile.', id);
    return updateField(document, id, (field) => patched(field, patch));
  },
  inverse(before, { field: id, patch }) {
    const place = findField(before, id);
    return place ? [{ kind: 'set_field', field: id, patch: pickSame(place.field, patch) }] : [];
  },
  describe(before, { field: id, patch }) {
    const label = findField(before, id)?.field.label ?? id;
    if (patch.key !== undefined && Object.keys(patch).length === 1)
      return `Renamed the key of “${label}” to ${patch.key}`;
    return `Changed ${Object.keys(patch)
      .map((name) => NAMES[name] ?? name)
      .join(', ')} of “${label}”`;
  },
  touches: ({ field, patch }) => Object.keys(patch).map((property) => `${field}:${property}`),
};
