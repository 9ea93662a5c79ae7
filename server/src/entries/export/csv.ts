import { asText } from '@tovlet/core/cells/formula';
import { stringify } from 'csv-stringify/sync';
import { headerOf, lineOf, type Cell } from './cells';
import type { ExportFormatPlan } from './export-format';

/** A text that spreadsheets would take for a formula stays a text; numbers stay as they are. */
const neutral = (cell: Cell): Cell => (typeof cell === 'string' ? asText(cell) : cell);

const OPTIONS = { cast: { boolean: String }, record_delimiter: '\r\n' };

/**
 * A table with commas, as RFC 4180 has it. It begins with the mark by which spreadsheets know its encoding.
 * @see https://www.rfc-editor.org/rfc/rfc4180
 */
export const csv: ExportFormatPlan = {
  mime: 'text/csv; charset=utf-8; header=present',
  async *write({ columns, batches }) {
    yield `\uFEFF${stringify([[...headerOf(columns)]], OPTIONS)}`;
    for await (const batch of batches)
      yield stringify(
        batch.map((item) => lineOf(item, columns).map(neutral)),
        OPTIONS,
      );
  },
};
