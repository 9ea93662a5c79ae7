import { say } from '../../locale/say';
import { isJsonObject, type JsonObject, type JsonValue } from '../../json';
import type { ValueIssue } from '../../issues/issue';
import { defineFieldType } from '../define';
import { lengthOf } from '../text-limits';
import { SECRET_BOUND, settings, type Settings } from './settings';

/** A secret as it is stored: a one-way hash. Outside of the database it reads `{ set: true }`, and nothing else. */
export interface HashedSecret extends JsonObject {
  readonly hash: string;
}

/** What stands for a stored secret wherever people or programs look. */
export const SECRET_MARK = { set: true } as const;

/** Whether a value is a secret as it is kept: its hash, never itself. */
export const isHashed = (value: JsonValue): value is HashedSecret =>
  isJsonObject(value) && Object.keys(value).length === 1 && typeof value['hash'] === 'string';

/** Tells the mark of a secret that is set and stays as it is. */
export const isSecretMark = (value: JsonValue): value is typeof SECRET_MARK =>
  isJsonObject(value) && Object.keys(value).length === 1 && value['set'] === true;

type Secret = string | HashedSecret | typeof SECRET_MARK;

function secretIssues(value: Secret, { minLength }: Settings): readonly ValueIssue[] {
  if (typeof value !== 'string') return [];
  const length = lengthOf(value);
  if (length > SECRET_BOUND) return [{ code: 'too_long', params: { limit: SECRET_BOUND, length } }];
  return minLength !== null && length < minLength
    ? [{ code: 'too_short', params: { limit: minLength, length } }]
    : [];
}

/** Something that can be checked and never read again: it is hashed when it is saved, and leaves through nothing. */
export const secret = defineFieldType({
  kind: 'secret',
  family: 'Text',
  name: say`Secret`,
  about: say`Something that can be checked and never read again, such as the code of a door.`,
  icon: 'key',
  words: ['secret', 'door code', 'password', 'pin', 'room code', 'access code', 'key code'],
  settings,
  controls: [{ key: 'minLength', label: say`Fewest characters`, control: 'number', fold: 'limits' }],
  expected: say`text, which is stored one-way`,
  operators: ['is_empty', 'is_filled'],
  index: null,
  listable: false,
  confidential: true,
  example: 'larch-4711',
  accepts: (value): value is Secret => typeof value === 'string' || isHashed(value) || isSecretMark(value),
  isEmpty: (value) => value === '',
  coerce: (input) => (typeof input === 'string' ? input : isSecretMark(input) ? input : undefined),
  validate: secretIssues,
  present: (): typeof SECRET_MARK => SECRET_MARK,
  // Where a form shows it: that there is one, never which.
  formats: [{ kind: 'set', label: say`Whether it is set`, display: () => ({ text: '••••' }) }],
  acceptsPresented: isSecretMark,
  jsonSchema: () => ({ type: 'object' }),
  shape: 'none',
});
