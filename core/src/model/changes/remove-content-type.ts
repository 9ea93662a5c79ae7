import { say } from '../../locale/say';
import * as z from 'zod';
import { ChangeRefused, type ChangeKind } from './change';

const schema = z.strictObject({ kind: z.literal('remove_content_type'), contentType: z.string() });
export type RemoveContentType = Readonly<z.infer<typeof schema>>;

/** Removes a content type. Groups stay; a group that thereby reaches nothing is reported by the checks. */
export const removeContentType: ChangeKind<'remove_content_type', RemoveContentType> = {
  kind: 'remove_content_type',
  schema,
  apply(document, { contentType: id }) {
    const contentTypes = document.contentTypes.filter((type) => type.id !== id);
    if (contentTypes.length === document.contentTypes.length) {
      throw new ChangeRefused(say`This content type was removed meanwhile.`, id);
    }
    return { ...document, contentTypes };
  },
  inverse(before, { contentType: id }) {
    const index = before.contentTypes.findIndex((type) => type.id === id);
    const contentType = before.contentTypes[index];
    return contentType ? [{ kind: 'add_content_type', contentType, index }] : [];
  },
  describe(before, { contentType: id }) {
    const type = before.contentTypes.find((each) => each.id === id);
    return say`Removed the content type “${type?.singular ?? id}”`;
  },
  touches: ({ contentType }) => [contentType],
};
