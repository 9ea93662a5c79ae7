import { fieldGroupSchema } from '../../model/document';
import { fileKind } from './file-kind';

/** Field groups with their fields, rules and what they appear on. */
export const fieldGroups = fileKind({
  folder: 'field-groups',
  noun: 'field group',
  schema: fieldGroupSchema,
  of: ({ document }) => document.groups.filter(({ shared }) => !shared),
  stem: ({ key }) => key,
  toFile: (thing) => thing,
  fromFile: (group) => ({ ...group, shared: false }),
});
