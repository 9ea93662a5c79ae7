import { say } from '../../locale/say';
import { KEY_PATTERN, keyProblem } from '../keys';
import { patched, type FieldColumn } from './column';

/** What programs and templates call the field. */
export const key: FieldColumn = {
  name: 'key',
  heading: say`Key`,
  headers: ['id', 'identifier', 'machine name', 'column', 'property'],
  looksRight: (text) => KEY_PATTERN.test(text),
  concerns: () => true,
  read: (field) => field.key,
  write(text) {
    const problem = keyProblem(text.trim());
    return problem ? { problem } : patched({ key: text.trim() });
  },
};
