import { field } from '@tovlet/core/model/document';

/** What only pages with the template “Start page” have. */
export const startFields = [
  field({
    id: 'f_start_greeting',
    key: 'greeting',
    label: 'Greeting',
    kind: 'text',
    help: 'One line above everything else.',
    settings: { maxLength: 90 },
  }),
  field({
    id: 'f_start_huts',
    key: 'huts_to_show',
    label: 'Huts to show',
    kind: 'relation',
    settings: { types: ['t_hut'] },
    many: { min: null, max: 4 },
  }),
];
