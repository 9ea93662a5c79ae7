import { isJsonObject, type JsonValue } from '../../json';
import type { Form } from '../form';
import type { Source } from './source';

const textAt = (value: JsonValue, key: string): string => {
  const found = isJsonObject(value) ? value[key] : undefined;
  return typeof found === 'string' ? found : '';
};

/** A point of the map; a text has its degrees alone. */
export const point: Source = (value) => {
  if (!isJsonObject(value)) return [];
  const { latitude, longitude } = value;
  return [
    { form: 'place', place: value },
    {
      form: 'text',
      text: `${String(latitude)}, ${String(longitude)}`,
      losses: textAt(value, 'address') === '' ? [] : ['details'],
    },
  ];
};

function linked(url: string, text: string): readonly Form[] {
  return [
    { form: 'link', url, text },
    { form: 'text', text: url, losses: text === '' ? [] : ['details'] },
  ];
}

/** A link with its words; where it leads to an entry, that entry. */
export const linkWithText: Source = (value) => {
  const [entry, text] = [textAt(value, 'entry'), textAt(value, 'text')];
  if (entry === '') return linked(textAt(value, 'url'), text);
  return [{ form: 'reference', kind: 'entry', id: entry, losses: text === '' ? [] : ['details'] }];
};

/** What is embedded is told by its address. */
export const embedded: Source = (value) => linked(textAt(value, 'url'), textAt(value, 'title'));
