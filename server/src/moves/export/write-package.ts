import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '@tovlet/core/json';
import { slugFromTitle } from '@tovlet/core/model/keys';
import { DESCRIPTOR } from '@tovlet/core/packages/data-package';
import { describePackage, type ExportTable } from '@tovlet/core/packages/describe-package';
import { and, asc, eq, gt } from 'drizzle-orm';
import { PassThrough, Readable } from 'node:stream';
import { ZipFile } from 'yazl';
import type { Database } from '../../db/connect';
import { entry, workspace } from '../../db/schema';
import type { Services } from '../../services';
import { listTerms } from '../../terms/queries';
import { namesOf } from '../../values/names';

/** Entries that are held at once. */
const BATCH = 500;

/** How the ids of media and people begin: in tables they go by their names. */
const NAMED = /^[mp]_/;

function namedIn(value: JsonValue): readonly string[] {
  if (typeof value === 'string') return NAMED.test(value) ? [value] : [];
  if (isJsonList(value)) return value.flatMap(namedIn);
  return isJsonObject(value) ? Object.values(value).flatMap(namedIn) : [];
}

const line = (row: JsonObject): string => `${JSON.stringify(row)}\n`;

/** The rows that the entries of a type have in one of its tables. */
async function* rowsOf(database: Database, typeId: string, table: ExportTable): AsyncGenerator<string> {
  for (let after = ''; ;) {
    const entries = await database
      .select()
      .from(entry)
      .where(and(eq(entry.typeId, typeId), gt(entry.id, after)))
      .orderBy(asc(entry.id))
      .limit(BATCH);
    const last = entries.at(-1);
    if (!last) return;
    const names = await namesOf(database, [...new Set(entries.flatMap(({ values }) => namedIn(values)))]);
    yield entries.flatMap((each) => table.rowsOf(each, (id) => names.get(id) ?? id).map(line)).join('');
    after = last.id;
  }
}

async function* termsOf(database: Database, taxonomy: string): AsyncGenerator<string> {
  const terms = await listTerms(database, taxonomy);
  yield terms.map(({ id, label, slug, parent }) => line({ id, label, slug, parent })).join('');
}

/** What an archive is made of as it is read: what fails while it is made fails where it is read. */
async function* piecesOf(zip: ZipFile): AsyncGenerator<Uint8Array> {
  const made = new PassThrough();
  zip.on('error', (error: Error) => made.destroy(error));
  zip.outputStream.pipe(made);
  for await (const piece of made) if (piece instanceof Uint8Array) yield piece;
}

/**
 * Writes all that stands in a workspace as tables, in the open standard that they can be brought in by again.
 * @returns the archive as it is made, piece by piece, and what it is called
 * @see https://datapackage.org/standard/data-package/
 */
export async function writePackage({
  database,
  models,
}: Services): Promise<{ readonly name: string; readonly pieces: AsyncGenerator<Uint8Array> }> {
  const { model } = await models.current();
  const [own] = await database.select({ name: workspace.name }).from(workspace);
  const title = own?.name ?? '';
  const name = slugFromTitle(title);
  const { types, descriptor } = describePackage(model, name, title);
  const zip = new ZipFile();
  zip.addBuffer(Buffer.from(`${JSON.stringify(descriptor, null, 2)}\n`), DESCRIPTOR);
  const add = (table: string, rows: AsyncGenerator<string>): void => {
    zip.addReadStream(Readable.from(rows), `data/${table}.jsonl`);
  };
  for (const { id, pluralKey } of model.document.taxonomies) add(pluralKey, termsOf(database, id));
  for (const { type, tables } of types)
    for (const table of tables) add(table.name, rowsOf(database, type.contentType.id, table));
  zip.end();
  return { name, pieces: piecesOf(zip) };
}
