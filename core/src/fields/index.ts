import { code } from './code/code';
import { colour } from './colour/colour';
import { date } from './date/date';
import { dateTime } from './date_time/date_time';
import { email } from './email/email';
import type { FieldType } from './field-type';
import { image } from './image/image';
import { link } from './link/link';
import { longText } from './long_text/long_text';
import { money } from './money/money';
import { number } from './number/number';
import { oneChoice } from './one_choice/one_choice';
import { phone } from './phone/phone';
import { repeater } from './repeater/repeater';
import { severalChoices } from './several_choices/several_choices';
import { slider } from './slider/slider';
import { switchType } from './switch/switch';
import { text } from './text/text';
import { time } from './time/time';
import { url } from './url/url';

/** Every field type, in the order in which menus offer them: by family, the most used first. */
const list = [
  text,
  longText,
  email,
  url,
  phone,
  colour,
  code,
  number,
  slider,
  money,
  date,
  time,
  dateTime,
  switchType,
  oneChoice,
  severalChoices,
  image,
  link,
  repeater,
] as const;

export type FieldKind = (typeof list)[number]['kind'];

export const fieldTypes: readonly FieldType<FieldKind>[] = list;

/** The kinds alone, for schemas and for registries that must cover them. */
export const fieldKinds = list.map((type) => type.kind);

const byKind: ReadonlyMap<string, FieldType<FieldKind>> = new Map(list.map((type) => [type.kind, type]));

/**
 * Finds a field type by its kind.
 * @throws TypeError when there is none, which a parsed model rules out
 * @example fieldTypeOf('number').name // => 'Number'
 */
export function fieldTypeOf(kind: FieldKind): FieldType<FieldKind> {
  const type = byKind.get(kind);
  if (!type) throw new TypeError(`There is no field type ${kind}`);
  return type;
}

/** A word's match counts by its length, so that “email address” beats “address”. */
function score(label: string, type: FieldType): number {
  const padded = ` ${label.toLocaleLowerCase().replace(/[^\p{L}\p{N}-]+/gu, ' ')} `;
  return Math.max(0, ...type.words.map((word) => (padded.includes(` ${word} `) ? word.length : 0)));
}

/**
 * Proposes a field type from the words of a label.
 * @param label what the developer typed
 * @returns the kind whose longest word occurs in the label; text when none does
 * @example proposeKind('Number of beds') // => 'number'
 * @example proposeKind('Nickname') // => 'text'
 */
export function proposeKind(label: string): FieldKind {
  let best: FieldKind = 'text';
  let bestScore = 0;
  for (const type of fieldTypes) {
    const own = score(label, type);
    if (own > bestScore) [best, bestScore] = [type.kind, own];
  }
  return best;
}
