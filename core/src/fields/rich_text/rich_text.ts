import { say } from '../../locale/say';
import { defineFieldType } from '../define';
import { isText, TEXT_BOUND } from '../text-limits';
import type { ValueIssue } from '../../issues/issue';
import { mentionsIn, showsNothing, withMentions, withNames, withoutMentions } from './mentions';
import { longTextFormats } from '../text-formats';
import { textOfHtml } from './text-of-html';
import { contradiction, type richTextTools, settings, type Settings } from './settings';

export type RichTextTool = (typeof richTextTools)[number];

function richTextIssues(value: string, { minLength, maxLength }: Settings): readonly ValueIssue[] {
  if (value.length > TEXT_BOUND)
    return [{ code: 'too_long', params: { limit: TEXT_BOUND, length: value.length } }];
  const { length } = textOfHtml(value);
  if (maxLength !== null && length > maxLength)
    return [{ code: 'too_long', params: { limit: maxLength, length } }];
  return minLength !== null && length < minLength
    ? [{ code: 'too_short', params: { limit: minLength, length } }]
    : [];
}

/** Text with headings, lists, tables, pictures and links, as HTML that is cleaned on its way in and out. */
export const richText = defineFieldType({
  kind: 'rich_text',
  family: 'Text',
  name: say`Rich text`,
  about: say`Text with headings, lists, tables, pictures and links, for what is read at length.`,
  icon: 'format_align_left',
  words: ['description', 'body', 'content', 'article', 'story', 'rich text'],
  settings,
  contradiction,
  controls: [
    {
      key: 'tools',
      label: say`Toolbar`,
      control: 'options',
      fold: 'form',
      options: [
        { value: 'headings', label: say`Headings` },
        { value: 'bold', label: say`Bold` },
        { value: 'italic', label: say`Italic` },
        { value: 'lists', label: say`Lists` },
        { value: 'link', label: say`Links` },
        { value: 'picture', label: say`Pictures` },
        { value: 'table', label: say`Tables` },
        { value: 'quote', label: say`Quotes` },
        { value: 'rule', label: say`Dividers` },
        { value: 'code', label: say`Code` },
      ],
    },
    { key: 'minLength', label: say`Fewest characters`, control: 'number', fold: 'limits' },
    {
      key: 'maxLength',
      label: say`Most characters`,
      control: 'number',
      fold: 'limits',
      help: say`Of text, without markup.`,
    },
  ],
  expected: say`text with HTML markup`,
  operators: ['is_empty', 'is_filled', 'contains', 'contains_not'],
  index: null,
  listable: false,
  example: '<p>Follow the <strong>stream</strong>.</p>',
  accepts: isText,
  isEmpty: (value) => showsNothing(value, textOfHtml(value)),
  mentions: mentionsIn,
  withoutMentions(value, ids) {
    const left = withoutMentions(value, ids);
    return showsNothing(left, textOfHtml(left)) ? null : left;
  },
  inWords: (value, nameOf) => textOfHtml(withNames(value, nameOf)),
  coerce: (input) => (typeof input === 'string' ? input : undefined),
  validate: richTextIssues,
  limits: ({ maxLength }) => ({ maxLength }),
  present: (value, context) => withMentions(context.clean(value), context.refer),
  searchText: textOfHtml,
  formats: [
    { kind: 'rich', label: say`With its markup`, display: (value: string) => ({ html: value }) },
    { kind: 'plain', label: say`Text alone`, display: (value: string) => ({ text: textOfHtml(value) }) },
    ...longTextFormats(textOfHtml),
  ],
  acceptsPresented: isText,
  jsonSchema: () => ({ type: 'string', contentMediaType: 'text/html' }),
  shape: 'String',
  summary: ({ maxLength }) => (maxLength === null ? [] : [say`up to ${maxLength} characters`]),
});
