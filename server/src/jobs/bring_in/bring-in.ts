import { importPhases } from '@tovlet/core/contracts/studio/imports';
import type { PersonSummary } from '@tovlet/core/contracts/studio';
import { includesRole } from '@tovlet/core/roles';
import { withRows } from '@tovlet/core/transfer/import-report';
import { z } from 'zod';
import type { Database } from '../../db/connect';
import type { ImportRecord, ImportRunRecord } from '../../db/schema';
import { editorById } from '../../entries/editor-by-id';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { contextOf } from '../../transfer/import-context';
import { importById, noteRun, runOf, writtenRows } from '../../transfer/queries';
import { pagesOf } from '../../transfer/sources/index';
import { UnreadableSource } from '../../transfer/sources/source-format';
import { takeBackRows } from '../../transfer/take-back-rows';
import { withFile } from '../../transfer/with-file';
import type { Job } from '../job';
import { doRows } from './do-rows';

const dataSchema = z.strictObject({ import: z.string(), phase: z.enum(importPhases) });
type BringIn = z.infer<typeof dataSchema>;

/** So many rows are written in one transaction, and looked at together. */
const BATCH = 50;

/** Rows are taken back one by one: so many before it is noted how far it came. */
const TAKEN_BACK = 25;

/** No row has a larger number: it is what the database's numbers end with. */
const LAST_ROW = 2_147_483_647;

/** What goes on: the import, what is done with it, and whether there is time for more. */
interface Step {
  readonly services: Services;
  readonly record: ImportRecord;
  readonly run: ImportRunRecord;
  readonly mustEnd: () => boolean;
}

/**
 * Finds in whose name it is done.
 * @throws ProblemException where they are no developer any more
 */
async function developerOf(database: Database, { personId }: ImportRunRecord): Promise<PersonSummary> {
  const person = await editorById(database, personId);
  if (!person || !includesRole(person.role, 'developer'))
    throw new ProblemException('forbidden', 'Whoever asked for it may not bring files in any more.');
  return person;
}

/** Looks at the rows of a file from where it was left, and writes them where that is what is done. @returns whether all were */
async function followRows({ services, record, run, mustEnd }: Step): Promise<boolean> {
  const { database, models } = services;
  let { report, done } = run;
  return withFile(services, record.id, async (file) => {
    // Before the first page is done, it begins with what stands before the rows.
    const place = run.place.byte === 0 ? null : run.place;
    for await (const page of pagesOf(file, record.source, place)) {
      const rows = page.rows.filter(({ number }) => number > done);
      for (let start = 0; start < rows.length; start += BATCH) {
        const person = await developerOf(database, run);
        const { model } = await models.current();
        const context = contextOf(record, run.phase, person, model);
        const batch = rows.slice(start, start + BATCH);
        report = withRows(report, await doRows(services, context, batch));
        done = batch.at(-1)?.number ?? done;
        const isRunning = await noteRun(database, run, { report, done });
        await services.events.publish({ kind: 'import', id: record.id });
        if (!isRunning) return true;
        if (mustEnd()) return false;
      }
      if (!(await noteRun(database, run, { place: page.next }))) return true;
    }
    return true;
  });
}

/** Takes back what was written, from the last row to the first. @returns whether all was */
async function takeBack({ services, record, run, mustEnd }: Step): Promise<boolean> {
  const { database } = services;
  let { report, done } = run;
  for (;;) {
    // Counted from the last row down: 0 before any was taken back.
    const rows = await writtenRows(database, record.id, done === 0 ? LAST_ROW : done, TAKEN_BACK);
    const last = rows.at(-1);
    if (!last) return true;
    const person = await developerOf(database, run);
    report = withRows(report, await takeBackRows(services, record, person, rows));
    done = last.number;
    const isRunning = await noteRun(database, run, { report, done });
    await services.events.publish({ kind: 'import', id: record.id });
    if (!isRunning) return true;
    if (mustEnd()) return false;
  }
}

/** Does with all rows of a file what was asked for, a few at a time; how far it came is noted with them. */
export const bringIn: Job<Services, BringIn> = {
  kind: 'bring_in',
  data: dataSchema,
  after: 0,
  beside: true,
  async step(services, data, mustEnd) {
    const { database, events } = services;
    const record = await importById(database, data.import);
    const run = await runOf(database, data.import, data.phase);
    if (!record || run?.state !== 'running') return null;
    const step = { services, record, run, mustEnd };
    try {
      const isDone = await (data.phase === 'take_back' ? takeBack(step) : followRows(step));
      if (!isDone) return data;
      await noteRun(database, run, { state: 'done' });
    } catch (error) {
      const isTold = error instanceof UnreadableSource || error instanceof ProblemException;
      if (!isTold) throw error;
      await noteRun(database, run, { state: 'failed', problem: error.message });
    }
    await events.publish({ kind: 'import', id: record.id });
    return null;
  },
};
