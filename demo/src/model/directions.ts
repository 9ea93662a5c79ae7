import { field } from '@tovlet/core/model/document';

const minutes = (id: string) =>
  field({
    id,
    key: 'minutes',
    label: 'Minutes',
    kind: 'number',
    required: true,
    width: 'third',
    settings: { unit: 'min', min: 1, max: 900, decimals: 0 },
  });

/** How to get to a hut: rows of three shapes. */
export const directions = field({
  id: 'f_directions',
  key: 'directions',
  label: 'How to get there',
  kind: 'mixed_list',
  settings: { maxRows: 12, addLabel: 'Add a way' },
  fields: [
    field({
      id: 'f_on_foot',
      key: 'on_foot',
      label: 'On foot',
      kind: 'shape',
      fields: [
        field({ id: 'f_foot_from', key: 'from', label: 'From', kind: 'text', required: true, width: 'half' }),
        minutes('f_foot_minutes'),
        field({ id: 'f_foot_hint', key: 'hint', label: 'Hint', kind: 'text', settings: { maxLength: 160 } }),
      ],
    }),
    field({
      id: 'f_by_bus',
      key: 'by_bus',
      label: 'By bus',
      kind: 'shape',
      fields: [
        field({ id: 'f_bus_line', key: 'line', label: 'Line', kind: 'text', required: true, width: 'third' }),
        field({
          id: 'f_bus_stop',
          key: 'stop',
          label: 'Stop',
          kind: 'text',
          required: true,
          searchable: true,
          width: 'third',
        }),
        minutes('f_bus_minutes'),
      ],
    }),
    field({
      id: 'f_by_ski',
      key: 'by_ski',
      label: 'By ski',
      kind: 'shape',
      fields: [
        field({ id: 'f_ski_from', key: 'from', label: 'From', kind: 'text', required: true, width: 'half' }),
        minutes('f_ski_minutes'),
        field({ id: 'f_ski_avalanche', key: 'exposed', label: 'Exposed to avalanches', kind: 'switch' }),
      ],
    }),
  ],
});
