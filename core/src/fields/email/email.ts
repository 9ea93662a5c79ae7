import { say } from '../../locale/say';
import { defineFieldType } from '../define';
import { escapeHtml } from '../html';
import { isBlank, isText } from '../text-limits';
import { settings } from './settings';

/**
 * The form of addresses that HTML's email input takes, with a dot asked for in the domain.
 * @see https://html.spec.whatwg.org/multipage/input.html#valid-e-mail-address
 */
const EMAIL_PATTERN =
  /^[a-zA-Z0-9.!#$%&'*+/=?^_`{|}~-]+@[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?(?:\.[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?)+$/;

/** An email address. */
export const email = defineFieldType({
  kind: 'email',
  family: 'Text',
  name: say`Email`,
  about: say`An email address; pages can let visitors write to it.`,
  icon: 'mail',
  words: ['email', 'e-mail', 'mail', 'mail address', 'email address'],
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
  expected: say`an email address such as name@example.org`,
  operators: ['is', 'is_not', 'is_empty', 'is_filled', 'contains', 'contains_not', 'ends_with', 'matches'],
  index: 'text',
  example: 'hut@example.org',
  accepts: isText,
  isEmpty: isBlank,
  coerce: (input) => (typeof input === 'string' ? input.trim() : undefined),
  validate: (value) =>
    value.length <= 254 && EMAIL_PATTERN.test(value)
      ? []
      : [{ code: 'not_an_email', params: { got: value.slice(0, 300) } }],
  searchText: (value) => value,
  formats: [
    {
      kind: 'link',
      label: say`Link that writes a mail`,
      display: (value: string) => ({
        html: `<a href="mailto:${escapeHtml(value)}">${escapeHtml(value)}</a>`,
      }),
    },
    { kind: 'plain', label: say`Address as text`, display: (value: string) => ({ text: value }) },
  ],
  acceptsPresented: isText,
  jsonSchema: () => ({ type: 'string', format: 'email', maxLength: 254 }),
  shape: 'String',
});
