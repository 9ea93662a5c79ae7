import { taxonomySchema } from '../../model/document';
import { fileKind } from './file-kind';

/** Taxonomies; their terms are content. */
export const taxonomies = fileKind({
  folder: 'taxonomies',
  noun: 'taxonomy',
  schema: taxonomySchema,
  of: ({ document }) => document.taxonomies,
  stem: ({ key }) => key,
  toFile: (thing) => thing,
  fromFile: (thing) => thing,
});
