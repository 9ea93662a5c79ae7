import { say } from '../../locale/say';
import { fieldTypeOf } from '../../fields';
import type { Field, ModelDocument } from '../document';
import { includedSet, reachesSet } from '../expand';
import { findField, withDescendants } from '../tree';
import { ChangeRefused } from './change';

/** How deep groups, repeaters, mixed lists and shared sets may stand in one another. */
export const NESTING_LIMIT = 6;

/** A shape is a part of its mixed list, not a level of its own. */
const isLevel = ({ kind }: Field): boolean => kind !== 'shape' && fieldTypeOf(kind).holds !== null;

function depthOf(field: Field, document: ModelDocument, sets: readonly string[] = []): number {
  const setId = includedSet(field);
  const included =
    setId === null || sets.includes(setId)
      ? []
      : (document.groups.find(({ id }) => id === setId)?.fields ?? []);
  const seen = setId === null ? sets : [...sets, setId];
  const below = [...field.fields, ...included].map((child) => depthOf(child, document, seen));
  return (isLevel(field) ? 1 : 0) + Math.max(0, ...below);
}

/**
 * Makes sure that shared sets do not include themselves, and that nothing stands too deep.
 * @param above fields above this one, the outermost first
 * @throws ChangeRefused naming what is wrong
 */
export function assertNesting(
  document: ModelDocument,
  groupId: string,
  above: readonly Field[],
  field: Field,
): void {
  const group = document.groups.find(({ id }) => id === groupId);
  if (group?.shared && reachesSet([field], groupId, document)) {
    throw new ChangeRefused(
      say`“${group.label}” cannot include itself, neither directly nor through another set.`,
      field.id,
    );
  }
  if (above.filter(isLevel).length + depthOf(field, document) > NESTING_LIMIT) {
    throw new ChangeRefused(
      say`Fields can stand up to ${NESTING_LIMIT} levels deep; ${field.label} would be deeper.`,
      field.id,
    );
  }
}

function assertFits(parent: Field, field: Field): void {
  const { holds } = fieldTypeOf(parent.kind);
  if (holds === null || parent.kind === 'shared_set') {
    const why = parent.kind === 'shared_set' ? say`has the fields of its set` : say`has no fields under it`;
    throw new ChangeRefused(`${parent.label} ${why}.`, parent.id);
  }
  if (holds === 'shapes' && field.kind !== 'shape') {
    throw new ChangeRefused(
      say`${parent.label} takes shapes; put ${field.label} into one of them.`,
      field.id,
    );
  }
}

/**
 * Makes sure that a field may stand under a parent.
 * @param parentId the field it is put under, or null for the group itself
 * @throws ChangeRefused when the place is gone, holds no fields, lies within the field, or is too deep
 */
export function assertParent(
  document: ModelDocument,
  groupId: string,
  parentId: string | null,
  field: Field,
): void {
  if (!document.groups.some((group) => group.id === groupId)) {
    throw new ChangeRefused(say`This field group was removed meanwhile.`, groupId);
  }
  const parent = parentId === null ? null : findField(document, parentId);
  if (parentId !== null && (!parent || parent.group.id !== groupId)) {
    throw new ChangeRefused(say`The field to put it under was removed meanwhile.`, parentId);
  }
  if (parent) {
    assertFits(parent.field, field);
    if (withDescendants(field).some(({ id }) => id === parentId))
      throw new ChangeRefused(say`${field.label} cannot be put into itself.`, field.id);
  }
  if (field.kind === 'shape' && parent?.field.kind !== 'mixed_list') {
    throw new ChangeRefused(say`${field.label} is a shape; only mixed lists hold shapes.`, field.id);
  }
  assertNesting(document, groupId, parent ? [...parent.ancestors, parent.field] : [], field);
}
