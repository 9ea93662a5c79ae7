import { maySeeAll, personWith } from '@tovlet/core/access/audience';
import type { CommentsAnswer, PersonSummary } from '@tovlet/core/contracts/studio';
import type {
  CommentAnswer,
  commentChangeSchema,
  CommentResolve,
  commentWriteSchema,
} from '@tovlet/core/contracts/studio';
import { newId } from '@tovlet/core/ids';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import type * as z from 'zod';
import { takeOnce } from '../../access/idempotency';
import type { Database } from '../../db/connect';
import type { CommentRecord, EntryRecord } from '../../db/schema';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { lockedEntry } from '../queries';
import { commentsOf, deleteComment, insertComment, resolveThread, updateComment } from './queries';
import { tellMentioned } from './tell-mentioned';

/** So much may be said about one entry. */
export const COMMENTS_BOUND = 1_000;

const readable = ({ authorId, createdAt, ...own }: CommentRecord): CommentAnswer => ({
  id: own.id,
  author: authorId,
  authorName: own.authorName,
  text: own.text,
  mentions: own.mentions,
  at: createdAt,
  changedAt: own.changedAt,
});

/** Puts what somebody may read of the comments of an entry into its threads. */
function threadsFor(
  model: CompiledModel,
  { role }: PersonSummary,
  comments: readonly CommentRecord[],
): CommentsAnswer {
  const seen = comments.filter(({ fieldIds }) => maySeeAll(personWith(role), fieldIds, model.fields));
  const threads = seen
    .filter(({ id, threadId }) => id === threadId)
    .map(({ id, path, resolvedBy, resolvedAt }) => ({
      id,
      path,
      comments: seen.filter(({ threadId }) => threadId === id).map(readable),
      resolved: resolvedBy !== null && resolvedAt !== null ? { by: resolvedBy, at: resolvedAt } : null,
    }));
  return { threads };
}

const gone = (): never => {
  throw new ProblemException('not_found', 'This comment does not exist, or was deleted.');
};

/** What whoever writes stands in: the entry, held, and what was said about it. */
interface Talk {
  readonly transaction: Database;
  readonly model: CompiledModel;
  readonly entry: EntryRecord;
  readonly comments: readonly CommentRecord[];
  /** Finds a comment that the person may read. */
  find(id: string): CommentRecord;
}

/**
 * Changes what is said about an entry, one after the other.
 * @returns what is said by then, as far as the person may read it
 * @throws ProblemException when there is no such entry
 */
async function talk(
  { database, models, events }: Services,
  person: PersonSummary,
  entryId: string,
  change: (talk: Talk) => Promise<void>,
): Promise<CommentsAnswer> {
  const { model } = await models.current();
  const answer = await database.transaction(async (transaction) => {
    const entry = await lockedEntry(transaction, entryId);
    if (!entry) throw new ProblemException('not_found', 'This entry does not exist, or was deleted.');
    const comments = await commentsOf(transaction, entryId);
    const audience = personWith(person.role);
    const find = (id: string): CommentRecord => {
      const found = comments.find((comment) => comment.id === id);
      return found && maySeeAll(audience, found.fieldIds, model.fields) ? found : gone();
    };
    await change({ transaction, model, entry, comments, find });
    return threadsFor(model, person, await commentsOf(transaction, entryId));
  });
  await events.publish({ kind: 'comments', id: entryId });
  return answer;
}

/** Lists what is said about an entry, as far as somebody may read it; nothing where there is no such entry. */
export async function commentsFor(
  { database, models }: Services,
  person: PersonSummary,
  entryId: string,
): Promise<CommentsAnswer> {
  const { model } = await models.current();
  return threadsFor(model, person, await commentsOf(database, entryId));
}

/**
 * What a new comment is about: what its thread is about, or a place of the entry that the person may see.
 * @throws ProblemException where there is no such place, or no room for more
 */
function placeOf(
  { model, comments, find }: Talk,
  { role }: PersonSummary,
  { thread, path }: z.output<typeof commentWriteSchema>,
): Pick<CommentRecord, 'path' | 'fieldIds'> {
  if (comments.length >= COMMENTS_BOUND)
    throw new ProblemException('invalid', `There are ${COMMENTS_BOUND} comments already. Delete some first.`);
  if (thread !== null) {
    const first = find(thread);
    return first.id === first.threadId ? { path: first.path, fieldIds: first.fieldIds } : gone();
  }
  const fieldIds = path.filter((step) => model.fields.has(step));
  const isPlace = path.length === 0 || model.fields.has(path.at(-1) ?? '');
  if (isPlace && maySeeAll(personWith(role), fieldIds, model.fields)) return { path, fieldIds };
  const message = 'There is no such field.';
  throw new ProblemException('invalid', message, [{ path: '/path', message }]);
}

/**
 * Says something about an entry or one of its fields, or answers. Who is named in it is told; a closed thread opens again.
 * @param key that of a request that may come again; null where there is none
 * @throws ProblemException where there is no such place, thread, or person to be named
 */
export function writeComment(
  services: Services,
  person: PersonSummary,
  entryId: string,
  given: z.output<typeof commentWriteSchema>,
  key: string | null = null,
): Promise<CommentsAnswer> {
  return talk(services, person, entryId, async (talking) => {
    const { transaction, model, entry } = talking;
    if (await takeOnce(transaction, key)) return;
    const place = placeOf(talking, person, given);
    const id = newId('q', 12);
    const { text, mentions } = given;
    const own = { id, entryId, threadId: given.thread ?? id, authorId: person.id, authorName: person.name };
    await insertComment(transaction, { ...own, ...place, text, mentions });
    if (given.thread !== null) await resolveThread(transaction, given.thread, null);
    await tellMentioned(transaction, model, { entry, by: person, ...place, text }, mentions);
  });
}

function assertOwn({ authorId }: CommentRecord, { id }: PersonSummary, what: string): void {
  if (authorId !== id) throw new ProblemException('forbidden', `Only who wrote a comment can ${what} it.`);
}

/** Says what one said in other words. Who is named only now is told. */
export function changeComment(
  services: Services,
  person: PersonSummary,
  entryId: string,
  id: string,
  { text, mentions }: z.output<typeof commentChangeSchema>,
): Promise<CommentsAnswer> {
  return talk(services, person, entryId, async ({ transaction, model, entry, find }) => {
    const before = find(id);
    assertOwn(before, person, 'change');
    await updateComment(transaction, id, { text, mentions });
    const { path, fieldIds } = before;
    const fresh = mentions.filter((each) => !before.mentions.includes(each));
    await tellMentioned(transaction, model, { entry, by: person, path, fieldIds, text }, fresh);
  });
}

/** Says that nothing is left to be talked about in a thread, or that there is. */
export function closeThread(
  services: Services,
  person: PersonSummary,
  entryId: string,
  id: string,
  { resolved }: CommentResolve,
): Promise<CommentsAnswer> {
  return talk(services, person, entryId, async ({ transaction, find }) => {
    const { threadId } = find(id);
    if (threadId !== id) gone();
    await resolveThread(transaction, id, resolved ? person.name : null);
  });
}

/**
 * Takes back what one said; developers also what others said. With the first comment of a thread its answers go.
 * @throws ProblemException where somebody else wrote it, or answered it
 */
export function removeComment(
  services: Services,
  person: PersonSummary,
  entryId: string,
  id: string,
): Promise<CommentsAnswer> {
  return talk(services, person, entryId, async ({ transaction, comments, find }) => {
    const comment = find(id);
    if (person.role !== 'developer') {
      assertOwn(comment, person, 'delete');
      const answered = comments.some(({ threadId, authorId }) => threadId === id && authorId !== person.id);
      if (answered)
        throw new ProblemException('in_use', 'Somebody answered. Resolve the thread instead of deleting it.');
    }
    await deleteComment(transaction, comment);
  });
}
