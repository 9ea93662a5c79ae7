import { objectName } from '@tovlet/core/delivery/type-names';
import { FACET_NAMES } from './facet-types';
import { FILTER_NAMES } from './filter-inputs';

/** Names of the schema’s own types: a content type of the same name gets another one. */
export const OWN_NAMES = [
  'Query',
  'Date',
  'DateTime',
  'Image',
  'ImageVariant',
  'Link',
  'File',
  'Embed',
  'Place',
  'Entry',
  'EntryReference',
  'Term',
  'Person',
  'PageInfo',
  ...FACET_NAMES,
  ...FILTER_NAMES,
];

/** What names of types that belong to another one end with. */
const ENDINGS = /(?:Filter|Connection|Edge|Sort|Facet|Choice)$/;

/**
 * The name of a content type or a taxonomy in the schema. It hangs on its key alone, not on what else there is: one that could be
 * taken for a part of another type has an underscore, whether there is that type or not.
 * @example typeName('hut') // => 'Hut', and typeName('hut_filter') // => 'HutFilter_'
 */
export function typeName(key: string): string {
  const name = objectName(key);
  return ENDINGS.test(name) ? `${name}_` : name;
}
