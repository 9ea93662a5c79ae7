import { and, asc, eq, sql } from 'drizzle-orm';
import type { Database } from '../../db/connect';
import { entryComment, type CommentRecord } from '../../db/schema';

const { id, entryId, threadId, createdAt } = entryComment;

/** Everything that was said about an entry, in the order in which it was. */
export function commentsOf(database: Database, entry: string): Promise<readonly CommentRecord[]> {
  return database.select().from(entryComment).where(eq(entryId, entry)).orderBy(asc(createdAt), asc(id));
}

/** Adds a comment. */
export async function insertComment(
  transaction: Database,
  comment: Omit<CommentRecord, 'createdAt' | 'changedAt' | 'resolvedAt' | 'resolvedBy'>,
): Promise<void> {
  // Whoever waited for the entry speaks after whom they waited for.
  await transaction.insert(entryComment).values({ ...comment, createdAt: sql`clock_timestamp()` });
}

/** Says something in other words. */
export async function updateComment(
  transaction: Database,
  comment: string,
  { text, mentions }: Pick<CommentRecord, 'text' | 'mentions'>,
): Promise<void> {
  await transaction
    .update(entryComment)
    .set({ text, mentions, changedAt: sql`now()` })
    .where(eq(id, comment));
}

/** Takes one comment away, or a whole thread. */
export async function deleteComment(
  transaction: Database,
  which: Pick<CommentRecord, 'id' | 'threadId'>,
): Promise<void> {
  await transaction
    .delete(entryComment)
    .where(which.id === which.threadId ? eq(threadId, which.threadId) : eq(id, which.id));
}

/** Closes a thread, or opens it again. @param by who closes it; null for opening it */
export async function resolveThread(transaction: Database, thread: string, by: string | null): Promise<void> {
  await transaction
    .update(entryComment)
    .set({ resolvedBy: by, resolvedAt: by === null ? null : sql`now()` })
    .where(and(eq(id, thread), eq(threadId, thread)));
}
