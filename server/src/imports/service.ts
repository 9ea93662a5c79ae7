import type { PersonSummary } from '@tovlet/core/contracts/studio';
import type {
  ImportAnswer,
  ImportCreate,
  ImportRowsAnswer,
  ImportTrial,
  importRowsSchema,
  importSaveSchema,
} from '@tovlet/core/contracts/studio/imports';
import { newId } from '@tovlet/core/ids';
import { isJsonList, sameJson, type JsonValue } from '@tovlet/core/json';
import { and, eq } from 'drizzle-orm';
import { stat } from 'node:fs/promises';
import type * as z from 'zod';
import { contentImport } from '../db/schema';
import { typeOrRefuse } from '../entries/fits';
import { safeName } from '../files/safe-name';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { contextOf } from '../transfer/import-context';
import { lookAt } from '../transfer/look-at';
import { rowsOfOutcome, runsOf } from '../transfer/queries';
import { detectSource } from '../transfer/sources/detect';
import { keepFile, placeOfFile, withFile } from '../transfer/with-file';
import { namesOf } from '../values/names';
import { analyse, firstRows } from './analysis';
import { assertAlone, importAnswer, importOrRefuse, rowAnswer } from './answers';
import { assertRecipe } from './assert-recipe';
import { assertIdle, isWritten } from './run-states';

/** So many rows are a page. */
const PAGE = 50;

/** So many rows are tried while a file is matched. */
const TRIED = 10;

/** Brings a file that was uploaded, looks at how it begins, and proposes how it could be matched. */
export async function createImport(
  services: Services,
  person: PersonSummary,
  { upload, type: wanted }: ImportCreate,
): Promise<ImportAnswer> {
  const { database, models, uploads } = services;
  const type = typeOrRefuse((await models.current()).model, wanted);
  const record = await uploads.take(person, upload, async (file, name) => {
    const id = newId('i', 12);
    const source = await detectSource(file, name);
    const analysis = await analyse(file, source, type, person.role);
    const { size } = await stat(file);
    await keepFile(services, id, file);
    const own = {
      id,
      filename: safeName(name, 'file.csv'),
      bytes: size,
      typeId: type.contentType.id,
      source,
      personId: person.id,
      personName: person.name,
    };
    const [made] = await database
      .insert(contentImport)
      .values({ ...own, ...analysis })
      .returning();
    return made;
  });
  if (!record) throw new Error('The import was not inserted');
  await services.events.publish({ kind: 'import', id: record.id });
  return importAnswer(database, record);
}

type Save = z.output<typeof importSaveSchema>;

/**
 * Saves how a file is read and matched.
 * @throws ProblemException where it was saved by somebody else since, or was run
 */
export async function saveImport(
  services: Services,
  person: PersonSummary,
  id: string,
  { version, source, recipe }: Save,
): Promise<ImportAnswer> {
  const { database, models, events } = services;
  const record = await importOrRefuse(database, id);
  assertAlone(record);
  const type = typeOrRefuse((await models.current()).model, record.typeId);
  const runs = await runsOf(database, [id]);
  assertIdle(runs);
  if (isWritten(runs))
    throw new ProblemException('in_use', 'This import was run. Take it back first, or bring the file again.');
  const isRead = sameJson(source, record.source);
  const next = isRead
    ? { recipe }
    : await withFile(services, id, (file) => analyse(file, source, type, person.role, recipe));
  if (isRead) assertRecipe(type, person.role, recipe);
  const saved = await database.transaction(async (transaction) => {
    // What is begun at the same moment is begun before this, or after it.
    await transaction
      .select({ id: contentImport.id })
      .from(contentImport)
      .where(eq(contentImport.id, id))
      .for('update');
    assertIdle(await runsOf(transaction, [id]));
    const [written] = await transaction
      .update(contentImport)
      .set({ ...next, source, version: version + 1 })
      .where(and(eq(contentImport.id, id), eq(contentImport.version, version)))
      .returning();
    return written;
  });
  if (!saved) {
    const current = await importAnswer(database, await importOrRefuse(database, id));
    throw new ProblemException('conflict', 'Somebody else matched this file meanwhile.', [], {
      version: current.version,
    });
  }
  await events.publish({ kind: 'import', id });
  return importAnswer(database, saved);
}

/** Tries how a file is matched on its first rows; nothing is kept. */
export async function tryImport(
  services: Services,
  person: PersonSummary,
  id: string,
  { source, recipe }: Save,
): Promise<ImportTrial> {
  const { database, models } = services;
  const record = await importOrRefuse(database, id);
  const { model } = await models.current();
  const context = contextOf({ ...record, recipe }, 'rehearse', person, model);
  const rows = await withFile(services, id, (file) => firstRows(file, source, TRIED));
  const looked = await lookAt(database, context, rows, false);
  return {
    rows: looked.map(({ row, outcome, title, record: own, changes, problems, values }) => ({
      number: row.number,
      outcome,
      title,
      entry: own?.id ?? null,
      // Of a new entry all that it gets, so that it can be seen what cells become.
      changes:
        outcome === 'new' || outcome === 'same'
          ? values.map(({ to, stored }) => ({ to, before: null, after: stored }))
          : changes,
      problems,
      cells: row.cells,
    })),
  };
}

const idsIn = (value: JsonValue): readonly string[] =>
  (isJsonList(value) ? value : [value]).filter((each) => typeof each === 'string');

/** The rows of one outcome, a page at a time. */
export async function rowsOfImport(
  { database }: Services,
  id: string,
  { phase, outcome, after }: z.output<typeof importRowsSchema>,
): Promise<ImportRowsAnswer> {
  await importOrRefuse(database, id);
  const found = await rowsOfOutcome(database, { importId: id, phase, outcome }, after, PAGE + 1);
  const rows = found.slice(0, PAGE).map(rowAnswer);
  const ids = rows.flatMap(({ changes }) =>
    changes.flatMap((each) => [...idsIn(each.before), ...idsIn(each.after)]),
  );
  const names = await namesOf(database, [...new Set(ids)]);
  const next = found.length > PAGE ? (rows.at(-1)?.number ?? null) : null;
  return { rows, next, names: Object.fromEntries(names) };
}

/**
 * Removes an import with its file; what it brought stays.
 * @throws ProblemException where something is being done with it
 */
export async function removeImport(services: Services, id: string): Promise<void> {
  const { database, mediaStore, events } = services;
  assertAlone(await importOrRefuse(database, id));
  assertIdle(await runsOf(database, [id]));
  await database.delete(contentImport).where(eq(contentImport.id, id));
  await mediaStore.remove(placeOfFile(id));
  await events.publish({ kind: 'import', id });
}
