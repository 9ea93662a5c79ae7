import { newId } from '@tovlet/core/ids';
import { desc, lt, sql } from 'drizzle-orm';
import type { Database } from '../../db/connect';
import { letter, type LetterRecord } from '../../db/schema';

/** Letters shown at once, and how long they are kept. */
const SHOWN = 200;
const KEPT_FOR = sql.raw(`interval '90 days'`);

/** A letter to somebody. */
export type Letter = Pick<LetterRecord, 'toName' | 'toAddress' | 'subject' | 'body' | 'link'>;

/**
 * Gives letters to the mail service, in the transaction of what they tell: neither is there without the other.
 * @param letters plain text; `link` is a path of the workbench
 */
export async function postLetters(transaction: Database, letters: readonly Letter[]): Promise<void> {
  if (letters.length === 0) return;
  await transaction.insert(letter).values(letters.map((each) => ({ ...each, id: newId('l', 12) })));
}

/** What the stand-in was given, the last first. */
export function postedLetters(database: Database): Promise<readonly LetterRecord[]> {
  return database.select().from(letter).orderBy(desc(letter.createdAt), desc(letter.id)).limit(SHOWN);
}

/** Lets go of letters that nobody looks for any more. */
export async function forgetOldLetters(database: Database): Promise<void> {
  await database.delete(letter).where(lt(letter.createdAt, sql`now() - ${KEPT_FOR}`));
}
