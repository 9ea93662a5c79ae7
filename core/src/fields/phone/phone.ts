import { say } from '../../locale/say';
import { defineFieldType } from '../define';
import { escapeHtml } from '../html';
import { isBlank, isText } from '../text-limits';
import { settings } from './settings';

/** Digits with the marks people put between them; 5 to 15 digits as ITU-T E.164 has them. */
const PHONE_PATTERN = /^\+?[\d\s().\-/]+$/;

const digitsOf = (value: string): string => value.replace(/[^\d+]/g, '');

function isPhone(value: string): boolean {
  const digits = digitsOf(value).replace('+', '').length;
  return PHONE_PATTERN.test(value) && digits >= 5 && digits <= 15;
}

/**
 * A telephone number, kept as it was written and called by its digits.
 * @see https://www.rfc-editor.org/rfc/rfc3966
 */
export const phone = defineFieldType({
  kind: 'phone',
  family: 'Text',
  name: say`Phone`,
  about: say`A phone number; pages can let visitors call it.`,
  icon: 'call',
  words: ['phone', 'telephone', 'mobile', 'phone number', 'fax', 'emergency number'],
  settings,
  controls: [
    {
      key: 'placeholder',
      label: say`Placeholder`,
      control: 'text',
      fold: 'form',
      help: say`Shown while the field is empty.`,
    },
  ],
  expected: say`a phone number such as +00 512 34 56`,
  operators: ['is', 'is_not', 'is_empty', 'is_filled', 'contains', 'contains_not', 'starts_with'],
  index: 'text',
  example: '+00 512 34 56',
  accepts: isText,
  isEmpty: isBlank,
  coerce: (input) => (typeof input === 'string' ? input.trim() : undefined),
  validate: (value) => (isPhone(value) ? [] : [{ code: 'not_a_phone', params: { got: value } }]),
  searchText: (value) => value,
  formats: [
    {
      kind: 'link',
      label: say`Link that calls`,
      display: (value: string) => ({
        html: `<a href="tel:${escapeHtml(digitsOf(value))}">${escapeHtml(value)}</a>`,
      }),
    },
    { kind: 'plain', label: say`Number as text`, display: (value: string) => ({ text: value }) },
  ],
  acceptsPresented: isText,
  jsonSchema: () => ({ type: 'string', pattern: '^\\+?[\\d\\s().\\-/]+$' }),
  shape: 'String',
});
