import { say } from '../../locale/say';
import type { JsonObject } from '../../json';
import { defineFieldType } from '../define';
import { escapeHtml } from '../html';
import { idFrom, isIdOf, isPresentedReference } from '../reference';
import { settings } from './settings';

function linkMarkup(entry: JsonObject): string {
  const title = escapeHtml(String(entry['title'] ?? ''));
  const url = typeof entry['url'] === 'string' ? entry['url'] : '';
  return url === '' ? title : `<a href="${escapeHtml(url)}">${title}</a>`;
}

/** An entry of given types; several keep their order. */
export const relation = defineFieldType({
  kind: 'relation',
  family: 'Links',
  name: say`Relation`,
  about: say`Other entries, such as the wardens of a hut; they can show it from their side.`,
  icon: 'device_hub',
  words: ['related', 'relation', 'wardens', 'huts', 'routes', 'authors', 'see also', 'to'],
  settings,
  controls: [
    {
      key: 'types',
      label: say`Entries of`,
      control: 'content_types',
      fold: 'basics',
      help: say`Of any type while none is chosen.`,
    },
    {
      key: 'mirror',
      label: say`Mirror`,
      control: 'mirror',
      fold: 'basics',
      help: say`The field on the other type that shows the same connections from its side; both are kept in step.`,
    },
    {
      key: 'onDelete',
      label: say`When the entry it names is deleted`,
      control: 'select',
      fold: 'limits',
      options: [
        { value: 'clear', label: say`Take it out of the list` },
        { value: 'keep', label: say`Keep it, marked as missing` },
        { value: 'refuse', label: say`Refuse to delete it` },
      ],
    },
  ],
  expected: say`the id of an entry`,
  operators: ['is', 'is_not', 'is_one_of', 'is_none_of', 'is_empty', 'is_filled'],
  index: 'text',
  refersTo: 'entry',
  severalByNature: true,
  example: 'e_0000000001',
  accepts: isIdOf('entry'),
  coerce: (input) => idFrom('entry', input),
  validate: () => [],
  present: (value, context): JsonObject | null => context.refer('entry', value),
  formats: [
    {
      kind: 'link',
      label: say`Title with link`,
      display: (value: JsonObject) => ({ html: linkMarkup(value) }),
    },
    {
      kind: 'title',
      label: say`Title`,
      display: (value: JsonObject) => ({ text: String(value['title'] ?? '') }),
    },
  ],
  acceptsPresented: isPresentedReference,
  jsonSchema: () => ({ $ref: '#/components/schemas/EntryReference' }),
  shape: 'Entry',
});
