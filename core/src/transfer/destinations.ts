import { mayChange } from '../access/audience';
import { cellFields, type CellField } from '../cells/cell-fields';
import { say } from '../locale/say';
import type { CompiledType } from '../model/compiled';
import { isIndexed } from '../model/indexed';
import type { Role } from '../roles';

/** What of an entry stands beside its fields. */
export const ownDestinations = ['title', 'slug', 'status'] as const;
export type OwnDestination = (typeof ownDestinations)[number];

/** Where the cells of a column can go. */
export interface Destination {
  /** `title`, `slug`, `status`, or the ids of a field and the groups around it, joined by slashes. */
  readonly id: string;
  readonly label: string;
  /** The names by which a column may mean it. */
  readonly names: readonly string[];
  /** The field; null for what stands beside fields. */
  readonly field: CellField | null;
}

const idOf = ({ field, within }: CellField): string => [...within, field].map(({ id }) => id).join('/');

const keysOf = ({ field, within }: CellField): string => [...within, field].map(({ key }) => key).join('.');

function ownOf({ contentType }: CompiledType): readonly Destination[] {
  const own = (id: OwnDestination, label: string, names: readonly string[]): Destination => ({
    id,
    label,
    names: [id, label, ...names],
    field: null,
  });
  return [
    own('title', say`Title`, [contentType.singular, contentType.key, 'name', 'headline']),
    own('slug', say`Slug`, ['address', 'permalink', 'path']),
    own('status', say`Status`, ['state', 'published']),
  ];
}

/**
 * Lists where the columns of a file can go in entries of a type: what stands beside fields, then the fields that a cell can hold,
 * those in groups as well.
 * @param role whose import it is: fields that they may not change are left out
 */
export function destinationsOf(type: CompiledType, role: Role): readonly Destination[] {
  const fields = cellFields(type.fields, (field) => mayChange(role, field)).map((each) => ({
    id: idOf(each),
    label: each.label,
    names: [each.label, each.field.label, each.field.publicLabel, each.field.key, keysOf(each)],
    field: each,
  }));
  return [...ownOf(type), ...fields];
}

/**
 * Lists where the columns of gathered rows can go: beside what cells can hold, to fields that have rows themselves.
 * @param role whose transfer it is
 */
export function gatheredDestinations(type: CompiledType, role: Role): readonly Destination[] {
  const repeaters = type.fields.filter((field) => field.type.holds === 'rows' && mayChange(role, field));
  const fields = repeaters.map((field) => ({
    id: field.id,
    label: field.label,
    names: [field.label, field.publicLabel, field.key],
    field: { field, within: [], label: field.label },
  }));
  return [...destinationsOf(type, role), ...fields];
}

/** Whether rows can find their entries by a destination: by what an index of the type's entries knows, one value each. */
export const canBeKey = ({ id, field }: Destination): boolean => {
  if (!field) return id === 'title' || id === 'slug';
  const { type } = field.field;
  return (
    field.within.length === 0 &&
    !type.list &&
    type.index !== null &&
    type.index !== 'text[]' &&
    isIndexed(field.field)
  );
};
