import type { ImportPhase } from '@tovlet/core/contracts/studio/imports';
import { sameJson, type JsonValue } from '@tovlet/core/json';
import type { ReadRow } from '@tovlet/core/transfer/read-row';
import type { SourceRow } from '@tovlet/core/transfer/source-table';
import type { EntryRecord, ImportRecord } from '../../db/schema';
import { entriesById } from '../../entries/queries';
import { changeEntry } from '../../entries/service';
import { ProblemException } from '../../http/problem';
import type { ImportContext } from '../../transfer/import-context';
import { knownThings, toldByKeys } from '../../transfer/packages/gathered-rows';
import { notedRows } from '../../transfer/queries';
import { readRows } from '../../transfer/read-rows';
import { lookAt } from '../../transfer/look-at';
import { gatheredPages } from '../../transfer/sources/gathered';
import { withFile } from '../../transfer/with-file';
import { noteMoveRun } from '../queries';
import { LINK_BATCH, noteLinks, noteWritten, type LinkNote } from './link-notes';
import { importOf, rowContext } from './rows-stage';
import type { Stage, StageRun } from './stage';

/** Rows of a table, with what is known of them. */
interface Linking {
  readonly given: StageRun;
  readonly record: ImportRecord;
  readonly context: ImportContext;
  readonly rows: readonly SourceRow[];
}

async function readLinks({ given, context, rows }: Linking): Promise<readonly ReadRow[]> {
  const { services, record } = given.context;
  const planned = await knownThings(services.database, { origin: record.origin, move: record.id }, rows);
  return toldByKeys(
    services.database,
    record.origin,
    await readRows(services.database, context, rows, planned),
  );
}

/** Rows that become, or became, entries. */
async function takenRows(
  { given, record, rows }: Linking,
  phase: ImportPhase,
): Promise<ReadonlyMap<number, string | null>> {
  const numbers = rows.map(({ number }) => number);
  const noted = await notedRows(given.context.services.database, record.id, phase, numbers);
  const taken = noted.filter(({ outcome }) => outcome !== 'refused' && outcome !== 'left');
  return new Map(taken.map(({ number, entryId }) => [number, entryId]));
}

/** Tells what will not be connected. */
async function rehearse(linking: Linking): Promise<readonly LinkNote[]> {
  const taken = await takenRows(linking, 'rehearse');
  const reads = await readLinks(linking);
  return reads
    .filter(({ number }) => taken.has(number))
    .map(({ number, problems }) => ({ number, problems, differences: [] }));
}

/** Writes what a row could not say before; its entry is there. @returns why it could not be written; null where it was */
async function writeLink(
  { given, record }: Linking,
  entry: EntryRecord,
  { row, next, changes }: Awaited<ReturnType<typeof lookAt>>[number],
): Promise<string | null> {
  if (!next || changes.length === 0) return null;
  const { services } = given.context;
  const save = { version: entry.version, ...next };
  try {
    const isWritten = await changeEntry(services, given.person, entry, save, async (transaction, written) => {
      await noteWritten(transaction, record, row.number, written, changes);
    });
    return isWritten ? null : 'Somebody else saved this entry in the same moment.';
  } catch (error) {
    if (!(error instanceof ProblemException)) throw error;
    return error.detail;
  }
}

/** Connects entries. */
async function run(linking: Linking): Promise<readonly LinkNote[]> {
  const taken = await takenRows(linking, 'run');
  const open = linking.rows.filter(({ number }) => taken.has(number));
  const notes: LinkNote[] = [];
  for (const looked of await lookAt(linking.given.context.services.database, linking.context, open, false)) {
    const { row, record, problems } = looked;
    const message = record ? await writeLink(linking, record, looked) : 'Its entry is gone.';
    const refused = message === null ? [] : [{ code: 'refused' as const, message }];
    notes.push({ number: row.number, problems: [...problems, ...refused], differences: [] });
  }
  return notes;
}

/** Holds connections against the rows that say them. */
async function verify(linking: Linking): Promise<readonly LinkNote[]> {
  const taken = await takenRows(linking, 'run');
  const ids = [...taken.values()].flatMap((id) => id ?? []);
  const entries = new Map(
    (await entriesById(linking.given.context.services.database, ids)).map((entry) => [entry.id, entry]),
  );
  return (await readLinks(linking)).flatMap(({ number, values, problems }) => {
    const entry = entries.get(taken.get(number) ?? '');
    if (!entry) return [];
    const stored = (id: string): JsonValue => entry.values[id] ?? null;
    const differences = values
      .filter(({ to, value }) => !sameJson(value, stored(to)))
      .map(({ to, value }) => ({ to, before: stored(to), after: value }));
    return [{ number, problems, differences }];
  });
}

const WORK: Readonly<
  Record<Exclude<ImportPhase, 'take_back'>, (linking: Linking) => Promise<readonly LinkNote[]>>
> = {
  rehearse,
  run,
  verify,
};

/** What a column says that names entries which come after its own, or with them: once all of them are there. */
export const linksStage = (
  table: string,
  column: string,
  phase: Exclude<ImportPhase, 'take_back'>,
): Stage => ({
  words: `Connecting the entries of “${table}” by “${column}”`,
  async carryOut(given) {
    const { run: own, mustEnd } = given;
    const { services } = given.context;
    const record = await importOf(given, table);
    const context = await rowContext(given, record, phase, (each) => each === column);
    return withFile(services, record.id, async (file) => {
      for await (const { rows } of gatheredPages(file)) {
        const open = rows.filter(({ number }) => number > own.row);
        for (let start = 0; start < open.length; start += LINK_BATCH) {
          const batch = open.slice(start, start + LINK_BATCH);
          const notes = await WORK[phase]({ given, record, context, rows: batch });
          const isRunning = await services.database.transaction(async (transaction) => {
            await noteLinks(transaction, record, phase, notes);
            return noteMoveRun(transaction, own, { row: batch.at(-1)?.number ?? own.row });
          });
          if (!isRunning) return 'stopped';
          if (mustEnd()) return 'more';
        }
      }
      return 'done';
    });
  },
});
