import type { FieldKind } from '../../fields/index';
import { choice, truth } from './choices';
import { money, number } from './numbers';
import { embed, link, point } from './objects';
import { reference } from './references';
import { nothing, typed, type Target } from './target';
import { address, line, lines, paragraphs } from './texts';
import { day, moment, time } from './times';

/** What each type takes; a type that is not here does not compile. Lists take one value after the other. */
export const targets: Readonly<Record<FieldKind, Target>> = {
  text: line,
  long_text: lines,
  rich_text: paragraphs,
  email: typed,
  url: address,
  phone: typed,
  colour: typed,
  code: lines,
  // What was readable so far is no secret: it is set anew.
  secret: nothing,
  number,
  slider: number,
  money,
  date: day,
  time,
  date_time: moment,
  switch: truth,
  one_choice: choice,
  several_choices: choice,
  image: reference('medium'),
  gallery: reference('medium'),
  file: reference('medium'),
  embed,
  place: point,
  link,
  relation: reference('entry'),
  term: reference('term'),
  person: reference('person'),
  group: nothing,
  repeater: nothing,
  mixed_list: nothing,
  shape: nothing,
  shared_set: nothing,
  section: nothing,
  note: nothing,
  computed: nothing,
};
