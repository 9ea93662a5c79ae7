import { code } from './code/code';
import { colour } from './colour/colour';
import { computed } from './computed/computed';
import { date } from './date/date';
import { dateTime } from './date_time/date_time';
import { email } from './email/email';
import { embed } from './embed/embed';
import type { FieldType } from './field-type';
import { file } from './file/file';
import { gallery } from './gallery/gallery';
import { group } from './group/group';
import { image } from './image/image';
import { link } from './link/link';
import { longText } from './long_text/long_text';
import { mixedList } from './mixed_list/mixed_list';
import { money } from './money/money';
import { note } from './note/note';
import { number } from './number/number';
import { oneChoice } from './one_choice/one_choice';
import { person } from './person/person';
import { phone } from './phone/phone';
import { place } from './place/place';
import { relation } from './relation/relation';
import { repeater } from './repeater/repeater';
import { richText } from './rich_text/rich_text';
import { secret } from './secret/secret';
import { section } from './section/section';
import { severalChoices } from './several_choices/several_choices';
import { shape } from './shape/shape';
import { sharedSet } from './shared_set/shared_set';
import { slider } from './slider/slider';
import { switchType } from './switch/switch';
import { term } from './term/term';
import { text } from './text/text';
import { time } from './time/time';
import { url } from './url/url';

/** Every field type, in the order in which menus offer them: by family, the most used first. */
const list = [
  text,
  longText,
  richText,
  email,
  url,
  phone,
  colour,
  code,
  secret,
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
  gallery,
  file,
  embed,
  place,
  link,
  relation,
  term,
  person,
  group,
  repeater,
  mixedList,
  shape,
  sharedSet,
  section,
  note,
  computed,
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
