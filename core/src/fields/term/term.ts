import { escapeHtml } from '../html';
import { say } from '../../locale/say';
import type { JsonObject } from '../../json';
import { defineFieldType } from '../define';
import { idFrom, isIdOf, isPresentedReference } from '../reference';
import { settings } from './settings';

/** A term by its label, as a link where it has a page. */
function labelMarkup({ label, url }: JsonObject): { html: string } | { text: string } {
  const text = typeof label === 'string' ? label : '';
  if (typeof url !== 'string' || url === '') return { text };
  return { html: `<a href="${escapeHtml(url)}">${escapeHtml(text)}</a>` };
}

/** A term of a taxonomy. */
export const term = defineFieldType({
  kind: 'term',
  family: 'Links',
  name: say`Term`,
  about: say`Terms of a taxonomy, such as the area something is in.`,
  icon: 'sell',
  words: ['area', 'region', 'topic', 'facilities', 'terms', 'tagged'],
  settings,
  controls: [{ key: 'taxonomy', label: say`Taxonomy`, control: 'taxonomy', fold: 'basics' }],
  expected: say`the id of a term`,
  operators: ['is', 'is_not', 'is_one_of', 'is_none_of', 'is_empty', 'is_filled'],
  index: 'text',
  refersTo: 'term',
  severalByNature: true,
  example: 'n_0000000001',
  accepts: isIdOf('term'),
  coerce: (input) => idFrom('term', input),
  validate: () => [],
  present: (value, context): JsonObject | null => context.refer('term', value),
  formats: [
    {
      kind: 'link',
      label: say`Label with link`,
      display: (value: JsonObject) => labelMarkup(value),
    },
    {
      kind: 'label',
      label: say`Label`,
      display: (value: JsonObject) => ({ text: String(value['label'] ?? '') }),
    },
  ],
  acceptsPresented: isPresentedReference,
  jsonSchema: () => ({ $ref: '#/components/schemas/Term' }),
  shape: 'Term',
});
