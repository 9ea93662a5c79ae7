import { say } from '../../locale/say';
import * as z from 'zod';
import { ChangeRefused, type ChangeKind } from './change';

const schema = z.strictObject({ kind: z.literal('remove_taxonomy'), taxonomy: z.string() });
export type RemoveTaxonomy = Readonly<z.infer<typeof schema>>;

/** Removes a taxonomy. Its terms, and what types and fields say of it, stay for when it is put back. */
export const removeTaxonomy: ChangeKind<'remove_taxonomy', RemoveTaxonomy> = {
  kind: 'remove_taxonomy',
  schema,
  apply(document, { taxonomy: id }) {
    const taxonomies = document.taxonomies.filter((each) => each.id !== id);
    if (taxonomies.length === document.taxonomies.length) {
      throw new ChangeRefused(say`This taxonomy was removed meanwhile.`, id);
    }
    return { ...document, taxonomies };
  },
  inverse(before, { taxonomy: id }) {
    const index = before.taxonomies.findIndex((each) => each.id === id);
    const taxonomy = before.taxonomies[index];
    return taxonomy ? [{ kind: 'add_taxonomy', taxonomy, index }] : [];
  },
  describe(before, { taxonomy: id }) {
    const taxonomy = before.taxonomies.find((each) => each.id === id);
    return say`Removed the taxonomy “${taxonomy?.singular ?? id}”`;
  },
  touches: ({ taxonomy }) => [taxonomy],
};
