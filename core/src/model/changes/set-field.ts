import { say } from '../../locale/say';
import * as z from 'zod';
import { jsonObjectShape, jsonValueShape } from '../../json-shape';
import { conditionSchema } from '../../conditions/condition';
import { fieldKinds, fieldTypeOf } from '../../fields';
import { editorAccesses, fieldSchema, fieldWidths, listLimitsSchema, type Field } from '../document';
import { findField, updateField } from '../tree';
import { ChangeRefused, type ChangeKind } from './change';
import { conversionOptionsSchema } from './conversion-options';
import { assertNesting, assertParent } from './parent';
import { pickSame } from './patch';

/** The shape of a change of a field. */
export const setFieldSchema = z.strictObject({
  kind: z.literal('set_field'),
  field: z.string(),
  patch: z.strictObject({
    key: z.string().optional(),
    label: z.string().optional(),
    publicLabel: z.string().optional(),
    help: z.string().optional(),
    kind: z.enum(fieldKinds).optional(),
    required: z.boolean().optional(),
    unique: z.boolean().optional(),
    editors: z.enum(editorAccesses).optional(),
    default: jsonValueShape.optional(),
    active: z.boolean().optional(),
    shownWhen: conditionSchema.nullable().optional(),
    width: z.enum(fieldWidths).optional(),
    inApi: z.boolean().optional(),
    filterable: z.boolean().optional(),
    searchable: z.boolean().optional(),
    listColumn: z.boolean().optional(),
    many: listLimitsSchema.nullable().optional(),
    settings: jsonObjectShape.optional(),
  }),
  /** How its values are taken over, where it gets another type or another number of values. */
  conversion: conversionOptionsSchema.optional(),
});
export type SetField = Readonly<z.infer<typeof setFieldSchema>>;

const NAMES: Readonly<Record<string, string>> = {
  publicLabel: say`public label`,
  kind: 'type',
  shownWhen: say`shown when`,
  inApi: say`in the API`,
  listColumn: say`list column`,
  many: say`number of values`,
  editors: say`what editors may do`,
};

/** What another type brings along. */
const BROUGHT = ['settings', 'default'];

/** What of a field's settings and default another type takes as well. */
function carriedOver({ settings: before, default: value }: Field, kind: Field['kind']): SetField['patch'] {
  const type = fieldTypeOf(kind);
  const fitting = Object.entries(before).filter(
    ([key, each]) => type.settingsProblem({ [key]: each }) === null,
  );
  const settings = Object.fromEntries(fitting);
  const fits = value === null || type.compile(settings).validate(value).length === 0;
  return { settings, default: fits ? value : null };
}

function patched(field: Field, patch: SetField['patch']): Field {
  const parsed = fieldSchema.safeParse({ ...field, ...patch, fields: [] });
  if (!parsed.success)
    throw new ChangeRefused(parsed.error.issues[0]?.message ?? say`Not a field.`, field.id);
  const type = fieldTypeOf(parsed.data.kind);
  const holdsShapes = (kind: Field['kind']): boolean => fieldTypeOf(kind).holds === 'shapes';
  const fits = type.holds !== null && holdsShapes(field.kind) === holdsShapes(parsed.data.kind);
  if (field.fields.length > 0 && (!fits || parsed.data.kind === 'shared_set')) {
    throw new ChangeRefused(say`${field.label} has fields under it. Move or remove them first.`, field.id);
  }
  if (parsed.data.many !== null && !type.listable)
    return { ...parsed.data, many: null, fields: field.fields };
  return { ...parsed.data, fields: field.fields };
}

/** Changes properties of a field. Renaming its key is safe: everything refers to its permanent id. */
export const setField: ChangeKind<'set_field', SetField> = {
  kind: 'set_field',
  schema: setFieldSchema,
  completed(document, change) {
    const { field: id, patch } = change;
    const field = findField(document, id)?.field;
    if (!field || patch.kind === undefined || patch.kind === field.kind) return change;
    return { ...change, patch: { ...carriedOver(field, patch.kind), ...patch } };
  },
  apply(document, { field: id, patch }) {
    const place = findField(document, id);
    if (!place) throw new ChangeRefused(say`This field was removed meanwhile.`, id);
    const next = patched(place.field, patch);
    if (next.kind !== place.field.kind) {
      assertParent(document, place.group.id, place.ancestors.at(-1)?.id ?? null, next);
    } else if (patch.settings !== undefined) {
      assertNesting(document, place.group.id, place.ancestors, next);
    }
    return updateField(document, id, () => next);
  },
  inverse(before, { field: id, patch }) {
    const place = findField(before, id);
    return place ? [{ kind: 'set_field', field: id, patch: pickSame(place.field, patch) }] : [];
  },
  describe(before, { field: id, patch }) {
    const label = findField(before, id)?.field.label ?? id;
    if (patch.key !== undefined && Object.keys(patch).length === 1)
      return say`Renamed the key of “${label}” to ${patch.key}`;
    // Another type brings its settings along; nobody chose them.
    const named = Object.keys(patch).filter((name) => patch.kind === undefined || !BROUGHT.includes(name));
    return say`Changed ${named.map((name) => NAMES[name] ?? name).join(', ')} of “${label}”`;
  },
  touches: ({ field, patch }) => Object.keys(patch).map((property) => `${field}:${property}`),
};
