import { say } from '../../locale/say';
import { listOf } from '../../fields/list-of';
import type { FieldBehaviour } from '../../fields/field-type';
import { fieldTypeOf } from '../../fields';
import { isJsonList, type JsonValue } from '../../json';
import { displayLocale } from '../../locale/display-locale';
import { numberFor, numberIn } from '../../locale/numbers';
import type { Field } from '../document';
import { patched, plain, type FieldColumn } from './column';

/** Types whose values a line of text can say. */
const isSimple = ({ kind, settings }: Field): boolean => {
  const { shape, holds, valueless, computed, confidential, refersTo } = fieldTypeOf(kind).under(settings);
  const isScalar = ['String', 'Float', 'Boolean', 'Date', 'DateTime'].includes(String(shape));
  return isScalar && holds === null && !valueless && !computed && !confidential && refersTo === null;
};

const behaviourOf = ({ kind, settings, many }: Field): FieldBehaviour => {
  const one = fieldTypeOf(kind).under(settings);
  return (many && one.listable ? listOf(one, many) : one).compile(settings);
};

function textOf(value: JsonValue): string {
  if (typeof value === 'number') return numberFor(displayLocale(), value);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return typeof value === 'string' ? value : '';
}

function valueOf(text: string, { kind }: Field): JsonValue {
  const { shape } = fieldTypeOf(kind);
  if (shape === 'Boolean') return ['yes', 'true', 'on', 'x', 'ja', '1'].includes(plain(text));
  if (shape === 'Float') return numberIn(displayLocale(), text) ?? text;
  return text.trim();
}

/** What a new entry starts with. */
export const defaultColumn: FieldColumn = {
  name: 'default',
  heading: say`Starts with`,
  headers: ['default', 'default value', 'initial'],
  // A value of any kind looks like anything else: only a header row tells.
  looksRight: () => false,
  concerns: isSimple,
  read({ default: value }) {
    return isJsonList(value) ? value.map(textOf).join('; ') : textOf(value);
  },
  write(text, field) {
    if (text.trim() === '') return patched({ default: null });
    if (!isSimple(field))
      return {
        problem: say`What ${field.label} starts with cannot be said in one line. Set it in the inspector.`,
      };
    const behaviour = behaviourOf(field);
    const wanted = field.many ? text.split(';').map((part) => valueOf(part, field)) : valueOf(text, field);
    const value = isJsonList(wanted) ? wanted : behaviour.coerce(wanted);
    if (value === undefined || (value !== null && behaviour.validate(value).length > 0))
      return { problem: say`“${text.trim()}” could not be entered into ${field.label}.` };
    return patched({ default: value });
  },
};
