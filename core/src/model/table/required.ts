import { say } from '../../locale/say';
import { fieldTypeOf } from '../../fields';
import { patched, plain, type FieldColumn } from './column';

const YES = ['yes', 'true', 'x', '✓', '✔', 'required', 'mandatory', '1', 'ja'];
const NO = ['no', 'false', '-', '–', 'optional', '0', 'nein'];

/** Whether an entry needs a value to be published. */
export const required: FieldColumn = {
  name: 'required',
  heading: say`Required`,
  headers: ['mandatory', 'needed', 'must'],
  looksRight: (text) => [...YES, ...NO].includes(plain(text)),
  concerns({ kind }) {
    const { valueless, computed, holds } = fieldTypeOf(kind);
    return !valueless && !computed && holds !== 'one' && holds !== 'shape';
  },
  read: (field) => (field.required ? 'yes' : ''),
  write(text) {
    const word = plain(text);
    if (YES.includes(word)) return patched({ required: true });
    if (word === '' || NO.includes(word)) return patched({ required: false });
    return { problem: say`“${text.trim()}” says neither yes nor no.` };
  },
};
