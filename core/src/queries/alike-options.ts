import type { Audience } from '../access/audience';
import type { ReferenceKind } from '../fields/reference';
import { say } from '../locale/say';
import type { CompiledField, CompiledModel, CompiledType } from '../model/compiled';
import { isPathProblem, resolvePath } from '../paths/resolve';
import { metOn, type Standing } from '../paths/standing';
import { targetTypes } from '../paths/steps/field';
import { pathFromText } from '../paths/text';
import type { Alike } from './listed';
import { operatorsFor } from './value-kind';

/** Something that entries can have in common with where a list stands. */
export interface AlikeOption {
  readonly alike: Alike;
  readonly label: string;
}

/** What is looked at where a list stands: a value, or the thing itself. */
interface Looked {
  readonly as: string;
  readonly refersTo: ReferenceKind | null;
  readonly targets: readonly CompiledType[];
  /** The field; null for the thing itself. */
  readonly field: CompiledField | null;
}

const overlap = (one: readonly CompiledType[], other: readonly CompiledType[]): boolean =>
  one.some((type) => other.includes(type));

/** Values that refer to nothing are the same where their fields are called and made alike. */
const isSameKind = (field: CompiledField, { field: other }: Looked): boolean =>
  other !== null && other.key === field.key && other.type.kind === field.type.kind;

function fits(field: CompiledField, looked: Looked, model: CompiledModel): boolean {
  if (field.type.refersTo !== looked.refersTo) return false;
  return field.type.refersTo === null
    ? isSameKind(field, looked)
    : overlap(targetTypes(field, model), looked.targets);
}

function lookedAt(stand: Standing, model: CompiledModel, audience: Audience): readonly Looked[] {
  const itself: Looked = { as: 'id', refersTo: stand.kind, targets: stand.types, field: null };
  const fields = stand.types.flatMap((type) => [...metOn(type, audience).values()]);
  return [
    itself,
    ...fields.map(({ field }) => ({
      as: field.id,
      refersTo: field.type.refersTo,
      targets: targetTypes(field, model),
      field,
    })),
  ];
}

/** What one thing is called where a list stands. */
const singularOf = ([type]: readonly CompiledType[], { document }: CompiledModel): string =>
  document.taxonomies.find(({ id }) => id === type?.contentType.id)?.singular ??
  type?.contentType.singular ??
  '';

function labelOf(
  { label, type: { list } }: CompiledField,
  { field, targets }: Looked,
  model: CompiledModel,
): string {
  if (field?.label === label) return say`The same ${label}`;
  if (field)
    return list
      ? say`${label} include the ${field.label} of this page`
      : say`${label} is the ${field.label} of this page`;
  const singular = singularOf(targets, model);
  return list ? say`${label} include this ${singular}` : say`${label} is this ${singular}`;
}

/**
 * Lists what the entries of a type can have in common with where a list of them stands: a value of both, or that they refer
 * to it.
 * @param type the type of the entries
 * @param stand where the list stands
 * @returns what can be compared by the database, in the order of the form of the type
 * @example alikeOptions(hut, { kind: 'entry', types: [hut] }, model, VISITORS)[0]?.label // => 'The same Area'
 */
export function alikeOptions(
  type: CompiledType,
  stand: Standing,
  model: CompiledModel,
  audience: Audience,
): readonly AlikeOption[] {
  const from = { kind: 'entry', types: [type] } as const;
  const isComparable = (path: string): boolean => {
    const found = resolvePath(pathFromText(path) ?? [], from, { model, audience });
    return !isPathProblem(found) && operatorsFor(found).length > 0;
  };
  const looked = lookedAt(stand, model, audience);
  return [...metOn(type, audience).values()].flatMap(({ field }) =>
    looked
      .filter((each) => fits(field, each, model))
      .flatMap((each): readonly AlikeOption[] => {
        const label = labelOf(field, each, model);
        // What is not filterable has no column of its own; where references lead is known all the same.
        const path = isComparable(field.id) || each.refersTo === null ? field.id : `${field.id}/id`;
        const same = { alike: { path, as: each.as }, label };
        const below = {
          alike: { path: `${field.id}/^`, as: each.as },
          label: say`${label}, or one below it`,
        };
        return field.type.refersTo === 'term' ? [below, same] : [same];
      })
      .filter(({ alike: { path } }) => isComparable(path)),
  );
}
