import { say } from '../../locale/say';
import { patched, type FieldColumn } from './column';

const isSentence = (text: string): boolean => text.split(/\s+/).length >= 4;

/** What editors read below the field. */
export const help: FieldColumn = {
  name: 'help',
  heading: say`Help`,
  headers: ['description', 'hint', 'note', 'notes', 'instructions', 'comment'],
  looksRight: isSentence,
  concerns: () => true,
  read: (field) => field.help,
  write: (text) => patched({ help: text.trim().slice(0, 2000) }),
};
