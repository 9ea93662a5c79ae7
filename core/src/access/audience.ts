import type { Values } from '../fields/repeater/row';
import { isHashed, SECRET_MARK } from '../fields/secret/secret';
import { isJsonList, isJsonObject, type JsonValue } from '../json';
import type { CompiledField } from '../model/compiled';
import { declared } from '../stored/declared';
import { mapStored } from '../stored/map-stored';
import type { Role } from '../roles';

/**
 * For whom something is read: one of the people in the workbench, a program that asks the content API, or a visitor of
 * the site.
 */
export type Audience =
  | { readonly kind: 'person'; readonly role: Role }
  | {
      readonly kind: 'program';
      /** Whether it reads what is not published as well. */
      readonly drafts?: true;
    }
  | { readonly kind: 'visitor' };

/** Programs that ask the content API. */
export const PROGRAMS: Audience = { kind: 'program' };

/** Programs that read drafts as well, such as a preview of another site. */
export const PROGRAMS_WITH_DRAFTS: Audience = { kind: 'program', drafts: true };

/** Visitors of the site; expressions see what they see. */
export const VISITORS: Audience = { kind: 'visitor' };

/** One of the people, in the workbench. */
export const personWith = (role: Role): Audience => ({ kind: 'person', role });

/** Whether an audience sees entries that are not published. */
export const seesDrafts = (audience: Audience): boolean =>
  audience.kind === 'person' || (audience.kind === 'program' && audience.drafts === true);

/**
 * Decides whether a field's value may be seen at all. Every way of reading asks here: entries, lists, sorts, searches,
 * filters, previews, schemas, error texts.
 *
 * | audience          | sees                                                       |
 * |-------------------|------------------------------------------------------------|
 * | a developer       | every field; of a secret that there is one                 |
 * | an editor, reader | the same without fields of which editors may see nothing   |
 * | a program         | fields included in the API, never a secret                 |
 * | a visitor         | what pages show, never a secret                            |
 *
 * What stands under a field that may not be seen is not seen either: ask for every field on the way.
 *
 * @example maySee({ kind: 'program' }, secretField) // => false
 */
export function maySee(audience: Audience, { field, type }: CompiledField): boolean {
  switch (audience.kind) {
    case 'person':
      return audience.role === 'developer' || field.editors !== 'nothing';
    case 'program':
      return field.inApi && !type.confidential;
    case 'visitor':
      return !type.confidential;
  }
}

/**
 * Decides whether a field may be seen with all that it stands in, by its id; a field that is gone is hidden from nobody.
 * @param fields every field of the model
 */
export function maySeeWithin(
  audience: Audience,
  id: string,
  fields: ReadonlyMap<string, CompiledField>,
): boolean {
  const field = fields.get(id);
  return [...(field?.ancestors ?? []), id].every((each) => {
    const met = fields.get(each);
    return !met || maySee(audience, met);
  });
}

/**
 * Decides whether every field of some may be seen with all that it stands in. A field that is gone is seen by developers alone:
 * nothing tells any more for whom it was.
 * @param ids the fields, by id
 * @param fields every field of the model
 */
export function maySeeAll(
  audience: Audience,
  ids: readonly string[],
  fields: ReadonlyMap<string, CompiledField>,
): boolean {
  const seesGone = audience.kind === 'person' && audience.role === 'developer';
  return ids.every((id) => (fields.has(id) ? maySeeWithin(audience, id, fields) : seesGone));
}

/** Decides whether one of the people may change a field's value. */
export function mayChange(role: Role, { field }: CompiledField): boolean {
  return role === 'developer' || field.editors === 'change';
}

/** Whether a value is a hash, or some: a field that was for secrets may be of another type by now. */
const wasSecret = (value: JsonValue): boolean =>
  isHashed(value) || (isJsonList(value) && value.some(isHashed));

/**
 * Takes out of stored values what an audience may not see, in rows and groups as well, and puts a mark in the place of
 * each secret. What no field declares any more is seen by nobody: nothing tells whether it was a secret.
 * @returns the values that may leave
 */
export function seenBy(audience: Audience, fields: readonly CompiledField[], values: Values): Values {
  const concerned = (field: CompiledField): boolean => field.type.holds === null || !maySee(audience, field);
  return mapStored(fields, declared(fields, values), {}, concerned, (field, value): JsonValue | undefined => {
    if (value === undefined || !maySee(audience, field)) return undefined;
    return field.type.confidential || wasSecret(value) ? SECRET_MARK : value;
  });
}

/** Values as somebody of a role may save them: what they may not change stays as it was. */
export function changeableBy(
  role: Role,
  fields: readonly CompiledField[],
  values: Values,
  before: Values,
): Values {
  if (role === 'developer') return values;
  const fixed = (field: CompiledField): boolean => !mayChange(role, field);
  const whole = withGroupsOf(fields, values, before);
  return mapStored(fields, whole, before, fixed, (_field, _value, was) => was);
}

/** A form that sees nothing in a group sends none; what it did not see stands there all the same. */
function withGroupsOf(fields: readonly CompiledField[], values: Values, before: Values): Values {
  const whole: Record<string, JsonValue> = { ...values };
  for (const field of fields.filter(({ type }) => type.holds !== null && !type.rows)) {
    const was = before[field.id];
    if (!isJsonObject(was)) continue;
    const given = whole[field.id];
    const inner = withGroupsOf(field.children, isJsonObject(given) ? given : {}, was);
    const keeps = field.children.some(({ id, field: { editors } }) => editors !== 'change' && id in was);
    if (given !== undefined || keeps || Object.keys(inner).length > 0) whole[field.id] = inner;
  }
  return whole;
}
