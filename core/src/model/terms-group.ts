import { say } from '../locale/say';
import { field, plainGroup, type ContentType, type FieldGroup, type Taxonomy } from './document';
import { appearsOnTypes } from './reach';

const groups = new WeakMap<
  ContentType,
  { readonly taxonomies: readonly Taxonomy[]; readonly group: FieldGroup | null }
>();

/** The id of the field that holds the terms which entries of a type have of a taxonomy. */
export const termsFieldId = (taxonomy: string): string => `f_${taxonomy}`;

/**
 * Makes the group that holds the terms of a type's taxonomies: one field for each taxonomy that is attached.
 *
 * The field has the same id on all types, so that a condition or rule about the terms of a taxonomy holds for all of them.
 *
 * @returns null for a type without taxonomies; the same group as long as neither the type nor its taxonomies change
 */
export function termsGroup(type: ContentType, all: readonly Taxonomy[]): FieldGroup | null {
  const attached = type.taxonomies.flatMap((each) => {
    const taxonomy = all.find(({ id }) => id === each.taxonomy);
    return taxonomy ? [{ ...each, taxonomy }] : [];
  });
  const taxonomies = attached.map(({ taxonomy }) => taxonomy);
  const known = groups.get(type);
  if (known && known.taxonomies.length === taxonomies.length) {
    if (known.taxonomies.every((taxonomy, index) => taxonomy === taxonomies[index])) return known.group;
  }
  const fields = attached.map(({ taxonomy, several, listColumn }) =>
    field({
      id: termsFieldId(taxonomy.id),
      key: several ? taxonomy.pluralKey : taxonomy.key,
      label: several ? taxonomy.plural : taxonomy.singular,
      kind: 'term',
      filterable: true,
      listColumn,
      many: several ? { min: null, max: null } : null,
      settings: { taxonomy: taxonomy.id },
    }),
  );
  const group: FieldGroup | null =
    fields.length === 0
      ? null
      : {
          ...plainGroup,
          id: `g_terms_${type.id}`,
          key: 'terms',
          label: say`Terms`,
          appearsOn: appearsOnTypes([type.id]),
          fields,
        };
  groups.set(type, { taxonomies, group });
  return group;
}
