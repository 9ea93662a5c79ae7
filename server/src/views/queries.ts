import type { PersonSummary, ViewAnswer, ViewLook } from '@tovlet/core/contracts/studio';
import { and, asc, eq, or } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { entryView, person } from '../db/schema';

/** A view as it is kept. */
export type ViewRecord = typeof entryView.$inferSelect;

/** Whether somebody may change a view: it is theirs, or shared and they answer for the whole workspace. */
export const mayChange = ({ id, role }: PersonSummary, { ownerId, shared }: ViewRecord): boolean =>
  ownerId === id || (shared && role === 'developer');

const seenBy = ({ id }: PersonSummary) => or(eq(entryView.ownerId, id), eq(entryView.shared, true));

const answerFrom = (who: PersonSummary, record: ViewRecord, owner: string | null): ViewAnswer => {
  const { id, typeId, name, shared, look, version } = record;
  return { id, type: typeId, name, shared, look, version, owner, mayChange: mayChange(who, record) };
};

/** The views of a type that somebody sees: their own, and those that are shared. */
export async function viewsOf(
  database: Database,
  who: PersonSummary,
  typeId: string,
): Promise<readonly ViewAnswer[]> {
  const rows = await database
    .select({ record: entryView, owner: person.name })
    .from(entryView)
    .leftJoin(person, eq(person.id, entryView.ownerId))
    .where(and(eq(entryView.typeId, typeId), seenBy(who)))
    .orderBy(asc(entryView.name), asc(entryView.id));
  return rows.map(({ record, owner }) => answerFrom(who, record, owner));
}

/** Finds a view that somebody sees; undefined where there is none. */
export async function viewById(
  database: Database,
  who: PersonSummary,
  id: string,
): Promise<{ readonly record: ViewRecord; readonly answer: ViewAnswer } | undefined> {
  const [row] = await database
    .select({ record: entryView, owner: person.name })
    .from(entryView)
    .leftJoin(person, eq(person.id, entryView.ownerId))
    .where(and(eq(entryView.id, id), seenBy(who)));
  return row && { record: row.record, answer: answerFrom(who, row.record, row.owner) };
}

/** All views that everybody sees. */
export async function sharedViews(
  database: Database,
): Promise<readonly { id: string; type: string; name: string; look: ViewLook }[]> {
  const { id, typeId: type, name, look } = entryView;
  return database.select({ id, type, name, look }).from(entryView).where(eq(entryView.shared, true));
}
