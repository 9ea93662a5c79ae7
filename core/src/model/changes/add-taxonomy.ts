import { say } from '../../locale/say';
import * as z from 'zod';
import { taxonomySchema } from '../document';
import { insertAt } from '../tree';
import { ChangeRefused, type ChangeKind } from './change';

const schema = z.strictObject({
  kind: z.literal('add_taxonomy'),
  taxonomy: taxonomySchema,
  index: z.int().min(0).optional(),
});
export type AddTaxonomy = Readonly<z.infer<typeof schema>>;

/** Adds a taxonomy, at the end where no place is given. */
export const addTaxonomy: ChangeKind<'add_taxonomy', AddTaxonomy> = {
  kind: 'add_taxonomy',
  schema,
  apply(document, { taxonomy, index }) {
    const { taxonomies } = document;
    if (taxonomies.some(({ id }) => id === taxonomy.id)) {
      throw new ChangeRefused(say`The taxonomy ${taxonomy.singular} has been added already.`, taxonomy.id);
    }
    return { ...document, taxonomies: insertAt(taxonomies, index ?? taxonomies.length, taxonomy) };
  },
  inverse: (_before, { taxonomy }) => [{ kind: 'remove_taxonomy', taxonomy: taxonomy.id }],
  describe: (_before, { taxonomy }) => say`Added the taxonomy “${taxonomy.singular}”`,
  touches: ({ taxonomy }) => [taxonomy.id],
};
