import * as z from 'zod';
import { defineFieldType } from '../field-type';
import { nothingBetween } from '../settings';
import { escapeHtml } from '../html';
import {
  isBlank,
  isText,
  lengthIssues,
  lengthSchema,
  lengthSummary,
  textFrom,
  textLimitControls,
  textLimitSettings,
} from '../text-limits';

const settings = z.object({ ...textLimitSettings, lines: z.int().min(2).max(40).default(4) });

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
  name: 'Long text',
  icon: 'notes',
  words: ['text', 'note', 'notes', 'summary', 'because', 'about', 'address', 'remark', 'how to'],
  settings,
  contradiction: ({ minLength, maxLength }) => nothingBetween(minLength, maxLength),
  controls: [
    ...textLimitControls,
    { key: 'lines', label: 'Height in lines', control: 'number', fold: 'form' },
  ],
  expected: 'text',
  operators: ['is_empty', 'is_filled', 'contains', 'contains_not', 'starts_with', 'ends_with', 'matches'],
  index: null,
  example: 'Follow the stream.\n\nThen turn left.',
  accepts: isText,
  isEmpty: isBlank,
  coerce: textFrom,
  validate: lengthIssues,
  searchText: (value) => value,
  formats: [
    {
      kind: 'paragraphs',
      label: 'Paragraphs',
      display: (value: string) => ({ html: paragraphsFrom(value) }),
    },
    {
      kind: 'single_line',
      label: 'On one line',
      display: (value: string) => ({ text: value.replace(/\s+/g, ' ').trim() }),
    },
  ],
  acceptsPresented: isText,
  jsonSchema: lengthSchema,
  shape: 'String',
  summary: lengthSummary,
});
