import { field } from '@tovlet/core/model/document';

/** What a night costs, for each kind of guest. */
export const prices = field({
  id: 'f_prices',
  key: 'prices',
  label: 'Overnight prices',
  kind: 'repeater',
  help: 'One row for each kind of guest.',
  settings: { maxRows: 12, rowLabel: 'f_price_guest', addLabel: 'Add a price' },
  fields: [
    field({
      id: 'f_price_guest',
      key: 'guest',
      label: 'Guest',
      kind: 'text',
      required: true,
      settings: { maxLength: 40 },
    }),
    field({
      id: 'f_price_member',
      key: 'member_price',
      label: 'Members',
      kind: 'number',
      settings: { unit: '€', min: 0, decimals: 2 },
    }),
    field({
      id: 'f_price_guest_price',
      key: 'guest_price',
      label: 'Guests',
      kind: 'number',
      settings: { unit: '€', min: 0, decimals: 2 },
    }),
    field({ id: 'f_price_note', key: 'note', label: 'Note', kind: 'text', settings: { maxLength: 80 } }),
  ],
});
