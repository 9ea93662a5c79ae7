import * as z from 'zod';
import { contentTypeSchema } from '../document';
import { ChangeRefused, type ChangeKind } from './change';

const schema = z.strictObject({ kind: z.literal('add_content_type'), contentType: contentTypeSchema });
export type AddContentType = Readonly<z.infer<typeof schema>>;

/** Adds a content type at the end of the list. */
export const addContentType: ChangeKind<'add_content_type', AddContentType> = {
  kind: 'add_content_type',
  schema,
  apply(document, { contentType }) {
    if (document.contentTypes.some(({ id }) => id === contentType.id)) {
      throw new ChangeRefused(
        `The content type ${contentType.singular} has been added already.`,
        contentType.id,
      );
    }
    return { ...document, contentTypes: [...document.contentTypes, contentType] };
  },
  inverse: (_before, { contentType }) => [{ kind: 'remove_content_type', contentType: contentType.id }],
  describe: (_before, { contentType }) => `Added the content type “${contentType.singular}”`,
  touches: ({ contentType }) => [contentType.id],
};
