import { say } from '../../locale/say';
import { defineFieldType } from '../define';
import { escapeHtml } from '../html';
import {
  isBlank,
  isText,
  lengthIssues,
  lengthSchema,
  lengthSummary,
  textFrom,
  textLimitControls,
} from '../text-limits';
import { longTextFormats } from '../text-formats';
import { contradiction, settings } from './settings';

/**
 * Turns plain text into paragraphs: an empty line parts paragraphs, a single break stays a break.
 * @example paragraphsFrom('a\n\nb') // => '<p>a</p><p>b</p>'
 */
export function paragraphsFrom(value: string): string {
  return value
    .trim()
    .split(/(?:\r?\n[ \t]*){2,}/)
    .filter((paragraph) => paragraph !== '')
    .map((paragraph) => `<p>${escapeHtml(paragraph).replace(/\r?\n/g, '<br>')}</p>`)
    .join('');
}

/** Several lines of plain text. */
export const longText = defineFieldType({
  kind: 'long_text',
  family: 'Text',
  name: say`Long text`,
  about: say`Several lines of plain text, such as a short description.`,
  icon: 'notes',
  words: ['text', 'note', 'notes', 'summary', 'because', 'about', 'address', 'remark', 'how to'],
  settings,
  contradiction,
  controls: [
    ...textLimitControls,
    { key: 'lines', label: say`Height in lines`, control: 'number', fold: 'form' },
  ],
  expected: 'text',
  operators: ['is_empty', 'is_filled', 'contains', 'contains_not', 'starts_with', 'ends_with', 'matches'],
  index: null,
  example: 'Follow the stream.\n\nThen turn left.',
  accepts: isText,
  isEmpty: isBlank,
  coerce: textFrom,
  validate: lengthIssues,
  limits: ({ maxLength }) => ({ maxLength }),
  searchText: (value) => value,
  formats: [
    {
      kind: 'paragraphs',
      label: say`Paragraphs`,
      display: (value: string) => ({ html: paragraphsFrom(value) }),
    },
    {
      kind: 'single_line',
      label: say`On one line`,
      display: (value: string) => ({ text: value.replace(/\s+/g, ' ').trim() }),
    },
    ...longTextFormats((value) => value),
  ],
  acceptsPresented: isText,
  jsonSchema: lengthSchema,
  shape: 'String',
  summary: lengthSummary,
});
