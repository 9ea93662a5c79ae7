import { say } from '../../locale/say';
import * as z from 'zod';
import { taxonomySchema, type Taxonomy } from '../document';
import { mapKeeping } from '../tree';
import { ChangeRefused, type ChangeKind } from './change';
import { pickSame } from './patch';

const schema = z.strictObject({
  kind: z.literal('set_taxonomy'),
  taxonomy: z.string(),
  patch: z.strictObject({
    key: z.string().optional(),
    pluralKey: z.string().optional(),
    singular: z.string().optional(),
    plural: z.string().optional(),
    tree: z.boolean().optional(),
  }),
});
export type SetTaxonomy = Readonly<z.infer<typeof schema>>;

/** Changes properties of a taxonomy. Made flat, its terms keep what stands above them for when it is a tree again. */
export const setTaxonomy: ChangeKind<'set_taxonomy', SetTaxonomy> = {
  kind: 'set_taxonomy',
  schema,
  apply(document, { taxonomy: id, patch }) {
    if (!document.taxonomies.some((each) => each.id === id)) {
      throw new ChangeRefused(say`This taxonomy was removed meanwhile.`, id);
    }
    const update = (taxonomy: Taxonomy): Taxonomy => {
      const parsed = taxonomySchema.safeParse({ ...taxonomy, ...patch });
      if (!parsed.success)
        throw new ChangeRefused(parsed.error.issues[0]?.message ?? say`Not a taxonomy.`, id);
      return parsed.data;
    };
    const taxonomies = mapKeeping(document.taxonomies, (each) => (each.id === id ? update(each) : each));
    return { ...document, taxonomies };
  },
  inverse(before, { taxonomy: id, patch }) {
    const taxonomy = before.taxonomies.find((each) => each.id === id);
    return taxonomy ? [{ kind: 'set_taxonomy', taxonomy: id, patch: pickSame(taxonomy, patch) }] : [];
  },
  describe(before, { taxonomy: id, patch }) {
    const taxonomy = before.taxonomies.find((each) => each.id === id);
    return say`Changed ${Object.keys(patch).join(', ')} of the taxonomy “${taxonomy?.singular ?? id}”`;
  },
  touches: ({ taxonomy, patch }) => Object.keys(patch).map((property) => `${taxonomy}:${property}`),
};
