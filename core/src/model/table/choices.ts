import { say } from '../../locale/say';
import { choicesOf } from '../../fields/choices';
import { fieldTypeOf } from '../../fields';
import { choicesFromLines } from '../choice-lines';
import type { Field } from '../document';
import { keyFromLabel } from '../keys';
import { settled, type FieldColumn } from './column';

/** The parts of a list as people write one: by lines, else semicolons or bars, else commas. */
const partsOf = (text: string): readonly string[] =>
  text.split(/[\n;|]/.test(text) ? /[\n;|]/ : /,/).filter((part) => part.trim() !== '');

const hasChoices = ({ kind }: Field): boolean =>
  fieldTypeOf(kind).controls.some(({ control }) => control === 'choices');

/** What can be chosen. */
export const choices: FieldColumn = {
  name: 'choices',
  heading: say`Choices`,
  headers: ['options', 'values', 'allowed values', 'enum'],
  looksRight: (text) => partsOf(text).length > 1 && partsOf(text).every((part) => part.trim().length <= 60),
  concerns: hasChoices,
  read(field) {
    const all = choicesOf(field);
    const taken: string[] = [];
    const parts = all.map(({ value, label }) => {
      const isMade = keyFromLabel(label, taken) === value;
      taken.push(value);
      return isMade ? label : `${value} : ${label}`;
    });
    return parts.join(parts.some((part) => part.includes(',')) ? '; ' : ', ');
  },
  write(text, field) {
    if (!hasChoices(field))
      return text.trim() === ''
        ? settled({})
        : { problem: say`A field of the type ${fieldTypeOf(field.kind).name} has no choices.` };
    // What is stored stays the value of a choice whose label is typed again.
    const known = choicesOf(field);
    const made = choicesFromLines(partsOf(text), []).map(
      (choice) => known.find(({ label }) => label === choice.label) ?? choice,
    );
    return settled({ choices: made.map((choice) => ({ ...choice })) });
  },
};
