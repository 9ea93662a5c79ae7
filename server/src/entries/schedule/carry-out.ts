import { personWith, seenBy } from '@tovlet/core/access/audience';
import type { EntrySave } from '@tovlet/core/contracts/studio';
import { plural } from '@tovlet/core/locale/counts';
import { issueMessage } from '@tovlet/core/messages/issue-words';
import { isConstraintViolation } from '../../db/constraint-violation';
import type { Database } from '../../db/connect';
import type { EntryRecord, ScheduleRecord } from '../../db/schema';
import { isLostConnection } from '../../db/lost-connection';
import { ProblemException } from '../../http/problem';
import { log } from '../../log';
import type { Services } from '../../services';
import { mergedWithCopy } from '../copies/merged';
import { copyOf } from '../copies/queries';
import { editorById } from '../editor-by-id';
import { entryById } from '../queries';
import { readiness } from '../readiness';
import { changeEntry } from '../service';
import { dropPlanned, dueNow, noteProblem } from './queries';

/** So many are done in one go. */
const BATCH = 50;

/** Somebody planned it otherwise, or another process did it, in the same moment: what was written is taken back. */
class NoMorePlanned extends Error {}

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

/** What came of something whose time had come: it was done, is tried again, or cannot be done. */
type Outcome = 'done' | 'later' | { readonly refused: string };

async function carryOutOne(services: Services, planned: ScheduleRecord): Promise<Outcome> {
  const { database } = services;
  const { entryId, action, at } = planned;
  const author = await editorById(database, planned.personId);
  if (!author) return { refused: 'Whoever planned it may not change entries any more.' };
  const record = await entryById(database, entryId);
  // Gone meanwhile, and what was planned with it.
  if (!record) return 'done';
  const becoming = await (action === 'publish' ? published(services, record) : unpublished(services, record));
  if (becoming === null) return (await dropPlanned(database, entryId, action, at)) ? 'done' : 'later';
  if ('refused' in becoming) return becoming;
  const also = async (transaction: Database): Promise<void> => {
    if (!(await dropPlanned(transaction, entryId, action, at))) throw new NoMorePlanned();
  };
  const changed = await changeEntry(services, author, record, becoming.next, also, {
    unseen: becoming.stored,
  });
  return changed ? 'done' : 'later';
}

/** What is in the way, as everybody may read it: a plan is told to all, whoever made it. */
async function hindrance(
  services: Services,
  { entryId, personId: id, personName: name }: ScheduleRecord,
): Promise<string> {
  const everybody = { id, name, email: '', role: 'reader' } as const;
  const [first] = (await readiness(services, everybody, entryId)).hindrances;
  return first
    ? issueMessage(first.issue, first.label)
    : 'Open the entry: what is in the way stands beside it.';
}

/**
 * What comes of something that went wrong. What is no matter of the entry, such as a server that is busy, is tried again.
 * @throws {Error} what nobody expected
 */
async function failedWith(services: Services, planned: ScheduleRecord, error: unknown): Promise<Outcome> {
  if (error instanceof NoMorePlanned) return 'later';
  if (isConstraintViolation(error, 'entry_slug')) return { refused: 'Its slug belongs to another entry.' };
  if (!(error instanceof ProblemException)) throw error;
  if (error.kind !== 'invalid') return 'later';
  const isOfValues = error.errors.some(({ path }) => path.startsWith('/values'));
  return { refused: isOfValues ? await hindrance(services, planned) : error.detail };
}

async function carryOutAndTell(services: Services, planned: ScheduleRecord): Promise<void> {
  const outcome = await carryOutOne(services, planned).catch((error: unknown) =>
    failedWith(services, planned, error),
  );
  if (outcome === 'later') return;
  if (outcome !== 'done') await noteProblem(services.database, planned, outcome.refused);
  await services.events.publish({ kind: 'schedule', id: planned.entryId });
}

/**
 * Does what was planned and whose time has come, in its order: also what came while no process was there. What cannot be done
 * is noted with its reason and not tried again; what somebody else was saving in the same moment is done the next time. One that
 * goes wrong keeps none of the others waiting.
 */
export async function carryOutDue(services: Services): Promise<void> {
  for (const planned of await dueNow(services.database, BATCH)) {
    try {
      await carryOutAndTell(services, planned);
    } catch (error) {
      if (isLostConnection(error)) throw error;
      log.error({ error, entry: planned.entryId }, 'What was planned could not be done');
    }
  }
}
