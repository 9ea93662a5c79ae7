import { say } from '../../locale/say';
import * as z from 'zod';
import { jsonObjectShape, jsonValueShape } from '../../json-shape';
import { contentTypeSchema, type ContentType } from '../document';
import { mapKeeping } from '../tree';
import { ChangeRefused, type ChangeKind } from './change';
import { pickSame } from './patch';

const patchSchema = z.strictObject({
  key: z.string().optional(),
  pluralKey: z.string().optional(),
  singular: z.string().optional(),
  plural: z.string().optional(),
  icon: z.string().optional(),
  address: z.string().optional(),
  pageOrder: z.array(jsonValueShape).optional(),
  taxonomies: z.array(jsonValueShape).optional(),
  labels: jsonObjectShape.optional(),
  features: jsonObjectShape.optional(),
  templates: z.array(jsonValueShape).optional(),
});
const schema = z.strictObject({
  kind: z.literal('set_content_type'),
  contentType: z.string(),
  patch: patchSchema,
});
export type SetContentType = Readonly<z.infer<typeof schema>>;

/** Changes properties of a content type. */
export const setContentType: ChangeKind<'set_content_type', SetContentType> = {
  kind: 'set_content_type',
  schema,
  apply(document, { contentType: id, patch }) {
    if (!document.contentTypes.some((type) => type.id === id)) {
      throw new ChangeRefused(say`This content type was removed meanwhile.`, id);
    }
    const update = (type: ContentType): ContentType => {
      const parsed = contentTypeSchema.safeParse({ ...type, ...patch });
      if (!parsed.success)
        throw new ChangeRefused(parsed.error.issues[0]?.message ?? say`Not a content type.`, id);
      return parsed.data;
    };
    return {
      ...document,
      contentTypes: mapKeeping(document.contentTypes, (type) => (type.id === id ? update(type) : type)),
    };
  },
  inverse(before, { contentType: id, patch }) {
    const type = before.contentTypes.find((each) => each.id === id);
    return type ? [{ kind: 'set_content_type', contentType: id, patch: pickSame(type, patch) }] : [];
  },
  describe(before, { contentType: id, patch }) {
    const type = before.contentTypes.find((each) => each.id === id);
    return say`Changed ${Object.keys(patch).join(', ')} of the content type “${type?.singular ?? id}”`;
  },
  touches: ({ contentType, patch }) => Object.keys(patch).map((property) => `${contentType}:${property}`),
};
