import { field } from '@tovlet/core/model/document';
import { choices } from './choices';

/** The rooms of a hut, each with its bunks. */
export const rooms = field({
  id: 'f_rooms',
  key: 'rooms',
  label: 'Rooms',
  kind: 'repeater',
  settings: { maxRows: 40, rowLabel: 'f_room_name', addLabel: 'Add a room' },
  fields: [
    field({ id: 'f_room_name', key: 'name', label: 'Name', kind: 'text', required: true, width: 'half' }),
    field({
      id: 'f_room_floor',
      key: 'floor',
      label: 'Floor',
      kind: 'number',
      width: 'half',
      settings: { min: -1, max: 4, decimals: 0 },
    }),
    field({
      id: 'f_bunks',
      key: 'bunks',
      label: 'Bunks',
      kind: 'repeater',
      settings: { maxRows: 30, addLabel: 'Add a bunk' },
      fields: [
        field({ id: 'f_bunk_label', key: 'label', label: 'Label', kind: 'text', required: true }),
        field({
          id: 'f_bunk_kind',
          key: 'kind',
          label: 'Kind',
          kind: 'one_choice',
          settings: { choices: [...choices('Lower', 'Upper', 'Mattress')] },
        }),
      ],
    }),
  ],
});
