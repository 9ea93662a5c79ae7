import { field, type Field } from '@tovlet/core/model/document';

/** The fields of notices and pages. */
export const noticeFields: readonly Field[] = [
  field({
    id: 'f_notice_text',
    key: 'text',
    label: 'Text',
    kind: 'long_text',
    required: true,
    settings: { lines: 8 },
  }),
  field({
    id: 'f_notice_until',
    key: 'until',
    label: 'Valid until',
    kind: 'date',
    filterable: true,
    listColumn: true,
  }),
];
