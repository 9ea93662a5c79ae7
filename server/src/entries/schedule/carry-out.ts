import { personWith, seenBy } from '@tovlet/core/access/audience';
import type { EntrySave, PersonSummary } from '@tovlet/core/contracts/studio';
import { plural } from '@tovlet/core/locale/counts';
import { includesRole } from '@tovlet/core/roles';
import { eq } from 'drizzle-orm';
import { isConstraintViolation } from '../../db/constraint-violation';
import type { Database } from '../../db/connect';
import { person, type EntryRecord, type ScheduleRecord } from '../../db/schema';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { mergedWithCopy } from '../copies/merged';
import { copyOf } from '../copies/queries';
import { entryById } from '../queries';
import { changeEntry } from '../service';
import { dropPlanned, dueNow, noteProblem } from './queries';

/** So many are done in one go. */
const BATCH = 50;

/** Somebody planned it otherwise, or another process did it, in the same moment: what was written is taken back. */
class NoMorePlanned extends Error {}

/** In whose name it is done; null where they may not do so any more. */
async function authorOf(database: Database, { personId }: ScheduleRecord): Promise<PersonSummary | null> {
  const { id, name, email, role } = person;
  const [found] = await database
    .select({ id, name, email, role })
    .from(person)
    .where(eq(person.id, personId));
  return found && includesRole(found.role, 'editor') ? found : null;
}

/** An entry as it is to be, and all of its values as they are stored; or why it cannot be so. */
type Becoming =
  { readonly next: EntrySave; readonly stored: EntryRecord['values'] } | { readonly refused: string } | null;

/** A published entry has its working copy in it. */
async function published(services: Services, record: EntryRecord): Promise<Becoming> {
  const { database, models } = services;
  const copy = await copyOf(database, record.id);
  if (!copy && record.status === 'published') return null;
  const type = (await models.current()).model.typeById.get(record.typeId);
  const merged = copy && (await mergedWithCopy(database, type, record, copy));
  const count = merged?.conflicts.length ?? 0;
  if (count > 0)
    return {
      refused: plural(
        count,
        'The working copy and what was saved since changed the same thing differently. Open the entry and choose.',
        `The working copy and what was saved since changed ${count} things differently. Open the entry and choose.`,
      ),
    };
  const { title, slug, parentId, templateId, version } = record;
  const own = merged?.own ?? { title, slug, parent: parentId, template: templateId };
  if (own.title.trim() === '') return { refused: 'It has no title.' };
  const stored = merged?.values ?? record.values;
  // Secrets are told as set, and stay what they are.
  const values = seenBy(personWith('developer'), type?.fields ?? [], stored);
  const next = { ...own, version, status: 'published' as const, values, copy: copy?.mark ?? null };
  return { next, stored };
}

async function unpublished({ models }: Services, record: EntryRecord): Promise<Becoming> {
  if (record.status === 'draft') return null;
  const type = (await models.current()).model.typeById.get(record.typeId);
  const { title, slug, version, values: stored } = record;
  const values = seenBy(personWith('developer'), type?.fields ?? [], stored);
  return { next: { version, title, slug, status: 'draft', values }, stored };
}

/** Does one thing whose time has come. @returns why it cannot be done; null where it was done, or will be tried again */
async function carryOutOne(services: Services, planned: ScheduleRecord): Promise<string | null> {
  const { database } = services;
  const { entryId, action, at } = planned;
  const author = await authorOf(database, planned);
  if (!author) return 'Whoever planned it may not change entries any more.';
  const record = await entryById(database, entryId);
  // Gone meanwhile, and what was planned with it.
  if (!record) return null;
  const becoming = await (action === 'publish' ? published(services, record) : unpublished(services, record));
  if (becoming === null) {
    await dropPlanned(database, entryId, action, at);
    return null;
  }
  if ('refused' in becoming) return becoming.refused;
  await changeEntry(
    services,
    author,
    record,
    becoming.next,
    async (transaction) => {
      if (!(await dropPlanned(transaction, entryId, action, at))) throw new NoMorePlanned();
    },
    becoming.stored,
  );
  return null;
}

/**
 * Why something cannot be done, of what went wrong; null where it is tried again.
 * @throws {Error} what is no matter of the entry
 */
function reasonOf(error: unknown): string | null {
  if (error instanceof NoMorePlanned) return null;
  if (error instanceof ProblemException) return error.kind === 'conflict' ? null : error.detail;
  if (isConstraintViolation(error, 'entry_slug')) return 'Its slug belongs to another entry.';
  throw error;
}

/**
 * Does what was planned and whose time has come, in its order: also what came while no process was there. What cannot be done
 * is noted with its reason and not tried again; what somebody else was saving in the same moment is done the next time.
 */
export async function carryOutDue(services: Services): Promise<void> {
  const { database, events } = services;
  for (const planned of await dueNow(database, BATCH)) {
    const reason = await carryOutOne(services, planned).catch(reasonOf);
    if (reason !== null) await noteProblem(database, planned, reason);
    await events.publish({ kind: 'schedule', id: planned.entryId });
  }
}
