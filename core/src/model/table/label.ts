import { patched, type FieldColumn } from './column';

/** What editors read before the field. */
export const label: FieldColumn = {
  name: 'label',
  heading: 'Label',
  headers: ['name', 'field', 'field name', 'title', 'caption'],
  looksRight: (text) => text.length <= 200,
  concerns: () => true,
  read: (field) => field.label,
  write: (text) =>
    text.trim() === ''
      ? { problem: 'A label cannot be empty.' }
      : patched({ label: text.trim().slice(0, 200) }),
};
