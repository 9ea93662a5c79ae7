import type { OverviewAnswer, PersonSummary } from '@tovlet/core/contracts/studio';
import { and, asc, desc, eq, inArray, ne, or } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { entry, entryCopy, entrySchedule } from '../db/schema';
import type { Services } from '../services';
import { waitingComments } from './comments/waiting';

/** Lines of each list: as many as are seen at a glance. */
const LINES = 8;

const { id, typeId, title, status, updatedAt, updatedBy, authorId } = entry;
const LINE = { id, type: typeId, title, status, updatedAt, updatedBy };

/** Changes that are not saved, the last first. */
async function copies(database: Database, types: readonly string[]): Promise<OverviewAnswer['copies']> {
  const own = inArray(typeId, [...types]);
  const from = () =>
    database
      .select({ ...LINE, typedAt: entryCopy.updatedAt, typedBy: entryCopy.updatedBy })
      .from(entryCopy)
      .innerJoin(entry, eq(id, entryCopy.entryId))
      .where(own);
  const [lines, total] = await Promise.all([
    from().orderBy(desc(entryCopy.updatedAt)).limit(LINES),
    database.$count(from().as('copies')),
  ]);
  return { lines, total };
}

/** What is planned, the next first; what could not be done stands before all. */
async function plans(database: Database, types: readonly string[]): Promise<OverviewAnswer['plans']> {
  const { action, at, entryId, problem } = entrySchedule;
  const from = () =>
    database
      .select({ ...LINE, action, at, problem })
      .from(entrySchedule)
      .innerJoin(entry, eq(id, entryId))
      .where(inArray(typeId, [...types]));
  const [rows, total] = await Promise.all([
    from().orderBy(asc(at)).limit(LINES),
    database.$count(from().as('plans')),
  ]);
  const lines = rows.map(({ action: what, at: when, problem: why, ...line }) => ({
    ...line,
    plan: { action: what, at: when, problem: why },
  }));
  return { lines, total };
}

/**
 * Tells what is going on with the entries: what one has in hand, what others did, what is not done yet.
 * @param person for whom
 */
export async function overview(
  { database, models }: Services,
  person: PersonSummary,
): Promise<OverviewAnswer> {
  const { model } = await models.current();
  const types = model.types.map(({ contentType }) => contentType.id);
  if (types.length === 0) {
    const none = { lines: [], total: 0 };
    return { mine: [], others: [], drafts: none, copies: none, plans: none, comments: none };
  }
  const ofModel = inArray(typeId, types);
  const last = (which: ReturnType<typeof and>) =>
    database
      .select(LINE)
      .from(entry)
      .where(and(ofModel, which))
      .orderBy(desc(updatedAt), asc(id))
      .limit(LINES);
  const isDraft = eq(status, 'draft');
  const [mine, others, drafts, total, copied, planned, comments] = await Promise.all([
    last(or(eq(authorId, person.id), eq(updatedBy, person.name))),
    last(ne(updatedBy, person.name)),
    last(isDraft),
    database.$count(entry, and(ofModel, isDraft)),
    copies(database, types),
    plans(database, types),
    waitingComments(database, model, person, LINES),
  ]);
  return { mine, others, drafts: { lines: drafts, total }, copies: copied, plans: planned, comments };
}
