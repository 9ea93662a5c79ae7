import { and, asc, desc, eq, isNotNull, ne, sql } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import {
  contentImport,
  siteMove,
  siteMoveRun,
  type ImportRecord,
  type MoveRecord,
  type MoveRunRecord,
} from '../db/schema';
import { ProblemException } from '../http/problem';

/** So many moves are listed: the last ones. */
const LISTED = 20;

/** Finds a move; undefined where there is none. */
export async function moveById(database: Database, id: string): Promise<MoveRecord | undefined> {
  const [found] = await database.select().from(siteMove).where(eq(siteMove.id, id));
  return found;
}

/**
 * Finds a move.
 * @throws ProblemException where there is none
 */
export async function moveOrRefuse(database: Database, id: string): Promise<MoveRecord> {
  const found = await moveById(database, id);
  if (!found) throw new ProblemException('not_found', 'This transfer is not there, or was removed.');
  return found;
}

/** The last moves, the newest first. */
export const lastMoves = (database: Database): Promise<readonly MoveRecord[]> =>
  database.select().from(siteMove).orderBy(desc(siteMove.createdAt)).limit(LISTED);

/** All that was done with some moves, or is being done. */
export const moveRunsOf = (database: Database, ids: readonly string[]): Promise<readonly MoveRunRecord[]> =>
  database
    .select()
    .from(siteMoveRun)
    .where(anyOf(siteMoveRun.moveId, ids))
    .orderBy(asc(siteMoveRun.startedAt));

/** Whether something is done with another package of the same name: both would decide what its rows are. */
export async function isOriginBusy(database: Database, { id, origin }: MoveRecord): Promise<boolean> {
  const [other] = await database
    .select({ id: siteMove.id })
    .from(siteMoveRun)
    .innerJoin(siteMove, eq(siteMove.id, siteMoveRun.moveId))
    .where(and(eq(siteMove.origin, origin), ne(siteMove.id, id), eq(siteMoveRun.state, 'running')))
    .limit(1);
  return other !== undefined;
}

/** The imports of a move: one for each table whose rows become entries, once they were gathered. */
export const importsOfMove = (database: Database, id: string): Promise<readonly ImportRecord[]> =>
  database
    .select()
    .from(contentImport)
    .where(and(eq(contentImport.moveId, id), isNotNull(contentImport.moveTable)));

/** Writes how far something has come that is still being done. @returns false where it was stopped meanwhile */
export async function noteMoveRun(
  database: Database,
  { moveId, phase }: Pick<MoveRunRecord, 'moveId' | 'phase'>,
  changes: Partial<Pick<MoveRunRecord, 'state' | 'problem' | 'stage' | 'row'>>,
): Promise<boolean> {
  const isOver = changes.state !== undefined && changes.state !== 'running';
  const noted = await database
    .update(siteMoveRun)
    .set({ ...changes, ...(isOver ? { endedAt: sql`now()` } : {}) })
    .where(
      and(eq(siteMoveRun.moveId, moveId), eq(siteMoveRun.phase, phase), eq(siteMoveRun.state, 'running')),
    )
    .returning({ id: siteMoveRun.moveId });
  return noted.length > 0;
}
