import type { FieldKind } from '../../fields/index';
import { choice, truth } from './choices';
import { embedded, linkWithText, point } from './objects';
import { reference } from './references';
import { nothing, plainForms, type Source } from './source';
import { address, markup, plainText } from './texts';
import { day, moment, time } from './times';

/** What the values of each type amount to; a type that is not here does not compile. Values of lists are taken one by one. */
export const sources: Readonly<Record<FieldKind, Source>> = {
  text: plainText,
  long_text: plainText,
  rich_text: markup,
  email: plainText,
  url: address,
  phone: plainText,
  colour: plainText,
  code: plainText,
  // A secret is kept as what it cannot be read from.
  secret: nothing,
  number: plainForms,
  slider: plainForms,
  money: plainForms,
  date: day,
  time,
  date_time: moment,
  switch: truth,
  one_choice: choice,
  several_choices: choice,
  image: reference('medium'),
  gallery: reference('medium'),
  file: reference('medium'),
  embed: embedded,
  place: point,
  link: linkWithText,
  relation: reference('entry'),
  term: reference('term'),
  person: reference('person'),
  // What is made of child fields keeps them: see convert-structure.ts.
  group: nothing,
  repeater: nothing,
  mixed_list: nothing,
  shape: nothing,
  shared_set: nothing,
  section: nothing,
  note: nothing,
  computed: plainForms,
};
