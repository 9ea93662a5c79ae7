import { fieldGroupSchema } from '../../model/document';
import { fileKind } from './file-kind';

/** Sets of fields that several groups include. */
export const sharedSets = fileKind({
  folder: 'shared-sets',
  noun: 'shared set',
  schema: fieldGroupSchema,
  of: ({ document }) => document.groups.filter(({ shared }) => shared),
  stem: ({ key }) => key,
  toFile: (thing) => thing,
  fromFile: (group) => ({ ...group, shared: true }),
});
