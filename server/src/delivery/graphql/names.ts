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
