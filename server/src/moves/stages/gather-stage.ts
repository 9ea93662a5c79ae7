import { newId } from '@tovlet/core/ids';
import { roleOf } from '@tovlet/core/packages/move-plan';
import { recipeOf } from '@tovlet/core/packages/move-recipe';
import { castRow } from '@tovlet/core/packages/row-key';
import { columnsOf } from '@tovlet/core/transfer/source-table';
import { eq } from 'drizzle-orm';
import { contentImport } from '../../db/schema';
import { gatherRows } from '../../transfer/packages/gather';
import { tableOf } from '../../transfer/packages/move-context';
import { importsOfMove } from '../queries';
import { withMovePackage } from './package-file';
import type { Stage, StageRun } from './stage';

/** Writes down how the gathered rows of a table become entries. @returns the id of their import */
async function keepImport({ context, person }: StageRun, name: string): Promise<string> {
  const { services, planned, record } = context;
  const { database } = services;
  const table = tableOf(context, name);
  const becomes = roleOf(planned.plan, name, 'type');
  if (!becomes) throw new Error(`The rows of ${name} become no entries`);
  const known = (await importsOfMove(database, record.id)).find(({ moveTable }) => moveTable === name);
  const rows = table.samples.map((cells, at) => ({ number: at + 1, cells: castRow(table, cells) }));
  const own = {
    filename: name,
    bytes: record.bytes,
    typeId: becomes.type,
    version: record.version,
    columns: columnsOf(
      table.fields.map((field) => field.name),
      rows,
    ),
    recipe: recipeOf(becomes),
    problem: null,
  };
  if (known) {
    await database.update(contentImport).set(own).where(eq(contentImport.id, known.id));
    return known.id;
  }
  const id = newId('i', 12);
  await database.insert(contentImport).values({
    ...own,
    id,
    source: { format: 'jsonl', encoding: 'utf-8', delimiter: ',', headings: true },
    sureness: {},
    personId: person.id,
    personName: person.name,
    moveId: record.id,
    moveTable: name,
  });
  return id;
}

/** Gathers the rows of a table with all that other tables say of them. */
export const gatherStage = (table: string): Stage => ({
  words: `Gathering the rows of “${table}”`,
  async carryOut(given) {
    const { context } = given;
    const id = await keepImport(given, table);
    await withMovePackage(context.services, context.record.id, (open) =>
      gatherRows(context, open, table, id),
    );
    return 'done';
  },
});
