import { contentTypeSchema } from '../../model/document';
import { fileKind } from './file-kind';

/** Content types, each with its page order, taxonomies and words. */
export const contentTypes = fileKind({
  folder: 'content-types',
  noun: 'content type',
  schema: contentTypeSchema,
  of: ({ document }) => document.contentTypes,
  stem: ({ key }) => key,
  toFile: (thing) => thing,
  fromFile: (thing) => thing,
});
