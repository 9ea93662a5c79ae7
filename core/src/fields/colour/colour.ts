import { say } from '../../locale/say';
import * as z from 'zod';
import type { JsonValue } from '../../json';
import { defineFieldType } from '../define';
import { escapeHtml } from '../html';
import { isBlank, isText } from '../text-limits';

const settings = z.object({});
const COLOUR_PATTERN = /^#[0-9a-f]{6}$/;

/** Reads `#1F5F55`, `1f5f55` and the short form `#abc`. */
function colourFrom(input: JsonValue): string | undefined {
  if (typeof input !== 'string') return undefined;
  const digits = input.trim().toLowerCase().replace(/^#/, '');
  if (digits === '') return '';
  const long = digits.length === 3 ? [...digits].map((digit) => digit + digit).join('') : digits;
  return COLOUR_PATTERN.test(`#${long}`) ? `#${long}` : undefined;
}

/**
 * A colour in the notation of CSS with six digits.
 * @see https://www.w3.org/TR/css-color-4/#hex-notation
 */
export const colour = defineFieldType({
  kind: 'colour',
  family: 'Text',
  name: say`Colour`,
  about: say`A colour, chosen or typed as its code.`,
  icon: 'palette',
  words: ['colour', 'color', 'background colour', 'accent', 'tint'],
  settings,
  controls: [],
  expected: say`a colour such as #1f5f55`,
  operators: ['is', 'is_not', 'is_empty', 'is_filled'],
  index: 'text',
  example: '#1f5f55',
  accepts: isText,
  isEmpty: isBlank,
  coerce: colourFrom,
  validate(value) {
    if (COLOUR_PATTERN.test(value)) return [];
    const meant = colourFrom(value);
    const fix = meant ? { fix: { label: say`Use ${meant}`, value: meant } } : {};
    return [{ code: 'not_a_colour', params: { got: value }, ...fix }];
  },
  formats: [
    {
      kind: 'sample',
      label: say`Sample`,
      display: (value: string) => ({
        html: `<span class="colour-sample" style="background:${escapeHtml(value)}"></span> ${escapeHtml(value)}`,
      }),
    },
    { kind: 'value', label: say`Value`, display: (value: string) => ({ text: value }) },
  ],
  acceptsPresented: (value): value is string => typeof value === 'string' && COLOUR_PATTERN.test(value),
  jsonSchema: () => ({ type: 'string', pattern: COLOUR_PATTERN.source }),
  shape: 'String',
});
