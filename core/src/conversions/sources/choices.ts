import { choicesOf, labelOfChoice } from '../../fields/choices';
import { switchType } from '../../fields/switch/switch';
import type { Source } from './source';

/** A choice: by its value, by what people read, and by its value as a text. */
export const choice: Source = (value, settings) => {
  if (typeof value !== 'string') return [];
  const label = labelOfChoice(choicesOf({ settings }), value);
  return [
    { form: 'choice', value, label },
    { form: 'text', text: label },
    { form: 'text', text: value },
  ];
};

/** On or off, one or nought, and the words for it. */
export const truth: Source = (value, settings) => {
  if (typeof value !== 'boolean') return [];
  const { onLabel, offLabel } = switchType.read(settings);
  return [
    { form: 'truth', truth: value },
    { form: 'number', number: value ? 1 : 0 },
    { form: 'text', text: value ? onLabel : offLabel },
  ];
};
