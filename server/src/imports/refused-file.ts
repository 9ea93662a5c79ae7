import { asText } from '@tovlet/core/cells/formula';
import type { ImportPhase } from '@tovlet/core/contracts/studio/imports';
import type { JsonValue } from '@tovlet/core/json';
import { rowProblemInWords } from '@tovlet/core/messages/import-words';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { destinationsOf } from '@tovlet/core/transfer/destinations';
import { stringify } from 'csv-stringify/sync';
import type { Database } from '../db/connect';
import type { ImportRecord } from '../db/schema';
import { rowsOfOutcome } from '../transfer/queries';

/** So many rows are held at once. */
const PAGE = 200;

const OPTIONS = { record_delimiter: '\r\n' };

function cellText(cell: JsonValue | undefined): string {
  if (cell === undefined || cell === null) return '';
  return String(asText(typeof cell === 'object' ? JSON.stringify(cell) : String(cell)));
}

/**
 * Writes the rows that are not taken as a table, each with why, to be mended and brought again.
 * @see https://www.rfc-editor.org/rfc/rfc4180
 */
export async function* refusedFile(
  database: Database,
  { id, columns }: ImportRecord,
  type: CompiledType | undefined,
  phase: ImportPhase,
): AsyncGenerator<string> {
  const names = columns.map(({ name }) => name);
  const labels = new Map(type ? destinationsOf(type, 'developer').map((each) => [each.id, each.label]) : []);
  yield `\uFEFF${stringify([[...names, 'Row', 'Why']], OPTIONS)}`;
  for (let after = 0; ;) {
    const rows = await rowsOfOutcome(database, { importId: id, phase, outcome: 'refused' }, after, PAGE);
    const last = rows.at(-1);
    if (!last) return;
    yield stringify(
      rows.map(({ cells, number, problems }) => [
        ...names.map((name) => cellText(cells?.[name])),
        String(number),
        problems.map((each) => rowProblemInWords(each, (to) => labels.get(to) ?? to)).join(' '),
      ]),
      OPTIONS,
    );
    after = last.number;
  }
}
