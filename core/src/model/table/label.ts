import { say } from '../../locale/say';
import { patched, type FieldColumn } from './column';

/** What editors read before the field. */
export const label: FieldColumn = {
  name: 'label',
  heading: say`Label`,
  headers: ['name', 'field', 'field name', 'title', 'caption'],
  looksRight: (text) => text.length <= 200,
  concerns: () => true,
  read: (field) => field.label,
  write: (text) =>
    text.trim() === ''
      ? { problem: say`A label cannot be empty.` }
      : patched({ label: text.trim().slice(0, 200) }),
};
