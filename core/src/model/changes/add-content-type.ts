import { say } from '../../locale/say';
import * as z from 'zod';
import { contentTypeSchema } from '../document';
import { insertAt } from '../tree';
import { ChangeRefused, type ChangeKind } from './change';

const schema = z.strictObject({
  kind: z.literal('add_content_type'),
  contentType: contentTypeSchema,
  index: z.int().min(0).optional(),
});
export type AddContentType = Readonly<z.infer<typeof schema>>;

/** Adds a content type, at the end where no place is given. */
export const addContentType: ChangeKind<'add_content_type', AddContentType> = {
  kind: 'add_content_type',
  schema,
  apply(document, { contentType, index }) {
    if (document.contentTypes.some(({ id }) => id === contentType.id)) {
      throw new ChangeRefused(
        say`The content type ${contentType.singular} has been added already.`,
        contentType.id,
      );
    }
    const { contentTypes } = document;
    return { ...document, contentTypes: insertAt(contentTypes, index ?? contentTypes.length, contentType) };
  },
  inverse: (_before, { contentType }) => [{ kind: 'remove_content_type', contentType: contentType.id }],
  describe: (_before, { contentType }) => say`Added the content type “${contentType.singular}”`,
  touches: ({ contentType }) => [contentType.id],
};
