import type { TermsReport } from '@tovlet/core/contracts/studio/moves';
import type { JsonValue } from '@tovlet/core/json';
import { SLUG_PATTERN } from '@tovlet/core/model/keys';
import { roleOf } from '@tovlet/core/packages/move-plan';
import { castRow, namedKey, rowKey } from '@tovlet/core/packages/row-key';
import { tableOf, type MoveContext } from '../../transfer/packages/move-context';
import { rowsOfTable } from '../../transfer/packages/rows-of-table';
import { thingsOf } from '../../transfer/packages/source-keys';
import { withMovePackage } from './package-file';

/** A row that is to be a term. */
export interface WantedTerm {
  readonly row: number;
  readonly key: string;
  readonly id: string;
  readonly label: string;
  readonly slug: string | null;
  /** The id of the term above it; null where it names none. */
  readonly parent: string | null;
}

/** The rows of a table, read as terms. */
export interface ReadTerms {
  readonly wanted: readonly WantedTerm[];
  readonly rows: number;
  readonly problems: TermsReport['problems'];
}

const textIn = (cell: JsonValue | undefined): string =>
  cell === undefined || cell === null || typeof cell === 'object' ? '' : String(cell).trim();

/** Reads the rows of a table as terms. */
export function readTerms(context: MoveContext, name: string): Promise<ReadTerms> {
  const { services, record, planned } = context;
  const table = tableOf(context, name);
  const becomes = roleOf(planned.plan, name, 'taxonomy');
  return withMovePackage(services, record.id, async (open) => {
    const wanted: WantedTerm[] = [];
    const problems: TermsReport['problems'][number][] = [];
    let count = 0;
    for await (const rows of rowsOfTable(open, name)) {
      const cast = rows.map(({ number, cells }) => ({ number, cells: castRow(table, cells) }));
      const keyed = cast.map((each) => ({ ...each, key: rowKey(table, each.cells, each.number) }));
      const parents = keyed.map(({ cells }) =>
        namedKey(becomes?.parent == null ? null : cells[becomes.parent]),
      );
      const ids = await thingsOf(services.database, record.origin, name, [
        ...keyed.flatMap(({ key }) => key ?? []),
        ...parents.flatMap((key) => key ?? []),
      ]);
      for (const [at, { number, cells, key }] of keyed.entries()) {
        count += 1;
        const label = textIn(becomes?.label == null ? null : cells[becomes.label]);
        const id = key === null ? undefined : ids.get(key);
        const above = parents[at] ?? null;
        const refuse = (message: string): number => problems.push({ row: number, title: label, message });
        if (key === null || id === undefined) refuse('It lacks the key by which its table tells rows apart.');
        else if (label === '') refuse('Nothing stands where its label should.');
        else if (above !== null && !ids.has(above))
          refuse(`The term above it, “${above}”, is not in the table.`);
        else {
          const slug = textIn(becomes?.slug == null ? null : cells[becomes.slug]).toLowerCase();
          const parent = above === null ? null : (ids.get(above) ?? null);
          wanted.push({ row: number, key, id, label, slug: SLUG_PATTERN.test(slug) ? slug : null, parent });
        }
      }
    }
    return { wanted, rows: count, problems };
  });
}

/** Terms in an order in which what is above stands before what is below; those in circles come last, and stand below nothing. */
export function fromAbove(wanted: readonly WantedTerm[]): readonly WantedTerm[] {
  const open = new Map(wanted.map((each) => [each.id, each]));
  const out: WantedTerm[] = [];
  for (let found = true; found;) {
    found = false;
    for (const each of [...open.values()]) {
      if (each.parent !== null && open.has(each.parent) && each.parent !== each.id) continue;
      out.push(each.parent === each.id ? { ...each, parent: null } : each);
      open.delete(each.id);
      found = true;
    }
  }
  return [...out, ...[...open.values()].map((each) => ({ ...each, parent: null }))];
}
