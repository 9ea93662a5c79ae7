import { fieldTypeOf } from '../../fields';
import type { Field, ModelDocument } from '../document';
import { findField, withDescendants } from '../tree';
import { ChangeRefused } from './change';

/** How deep rows may stand in rows. */
export const ROW_DEPTH_LIMIT = 1;

const rowDepth = (field: Field): number =>
  (fieldTypeOf(field.kind).rows ? 1 : 0) + Math.max(0, ...field.fields.map(rowDepth));

/**
 * Makes sure that a field may stand under a parent.
 * @param parentId the field it is put under, or null for the group itself
 * @throws ChangeRefused when the place is gone, holds no rows, lies within the field, or is too deep
 */
export function assertParent(
  document: ModelDocument,
  groupId: string,
  parentId: string | null,
  field: Field,
): void {
  if (!document.groups.some((group) => group.id === groupId)) {
    throw new ChangeRefused('This field group was removed meanwhile.', groupId);
  }
  if (parentId === null) return;
  const parent = findField(document, parentId);
  if (!parent || parent.group.id !== groupId) {
    throw new ChangeRefused('The field to put it under was removed meanwhile.', parentId);
  }
  if (!fieldTypeOf(parent.field.kind).rows) {
    throw new ChangeRefused(`${parent.field.label} has no rows to put a field into.`, parentId);
  }
  if (withDescendants(field).some(({ id }) => id === parentId)) {
    throw new ChangeRefused(`${field.label} cannot be put into itself.`, field.id);
  }
  if (parent.ancestors.length + 1 + rowDepth(field) > ROW_DEPTH_LIMIT) {
    throw new ChangeRefused('A repeater cannot stand in the rows of another one.', field.id);
  }
}
