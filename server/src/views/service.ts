import type {
  PersonSummary,
  ViewAnswer,
  viewCreateSchema,
  ViewLook,
  viewSaveSchema,
} from '@tovlet/core/contracts/studio';
import { newId } from '@tovlet/core/ids';
import { filterFromText } from '@tovlet/core/queries/filter-text';
import { includesRole } from '@tovlet/core/roles';
import { and, count, eq } from 'drizzle-orm';
import type * as z from 'zod';
import { entryView } from '../db/schema';
import { typeOrRefuse } from '../entries/fits';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { mayChange, viewById, type ViewRecord } from './queries';

/** So many views of a list are kept for one person. */
const MOST = 100;

/**
 * Makes sure that a look can be read again. What its paths lead to is seen when it is opened, for models change.
 * @throws ProblemException where its filter cannot be read
 */
export function assertLook({ filter }: ViewLook): void {
  const read = filterFromText(filter);
  if ('problem' in read)
    throw new ProblemException('invalid', read.problem, [{ path: '/look/filter', message: read.problem }]);
}

async function found({ database }: Services, who: PersonSummary, id: string) {
  const view = await viewById(database, who, id);
  if (!view) throw new ProblemException('not_found', 'This view is not there, or not yours.');
  return view;
}

async function foundToChange(services: Services, who: PersonSummary, id: string): Promise<ViewRecord> {
  const { record } = await found(services, who, id);
  if (mayChange(who, record)) return record;
  throw new ProblemException(
    'forbidden',
    'Only its owner and developers change this view. Save one of your own.',
  );
}

/**
 * Makes sure that somebody may show a view to everybody.
 * @throws ProblemException for readers
 */
function assertMayShare({ role }: PersonSummary, shared: boolean): void {
  if (!shared || includesRole(role, 'editor')) return;
  throw new ProblemException('forbidden', 'Editors and developers share views. Save this one for yourself.');
}

/** Finds a view that somebody sees. */
export const getView = async (services: Services, who: PersonSummary, id: string): Promise<ViewAnswer> =>
  (await found(services, who, id)).answer;

/** Saves a new view. */
export async function createView(
  services: Services,
  who: PersonSummary,
  { type, name, shared, look }: z.output<typeof viewCreateSchema>,
): Promise<ViewAnswer> {
  const { database, models } = services;
  assertMayShare(who, shared);
  assertLook(look);
  const typeId = typeOrRefuse((await models.current()).model, type).contentType.id;
  const own = and(eq(entryView.ownerId, who.id), eq(entryView.typeId, typeId));
  const [row] = await database.select({ count: count() }).from(entryView).where(own);
  if ((row?.count ?? 0) >= MOST)
    throw new ProblemException('invalid', `There are ${MOST} views of yours already. Remove one first.`);
  const id = newId('v', 10);
  await database.insert(entryView).values({ id, typeId, name, shared, look, ownerId: who.id });
  return getView(services, who, id);
}

/**
 * Changes a view.
 * @throws ProblemException when somebody else changed it meanwhile (with the view of now), or it is not theirs to change
 */
export async function saveView(
  services: Services,
  who: PersonSummary,
  id: string,
  { version, ...given }: z.output<typeof viewSaveSchema>,
): Promise<ViewAnswer> {
  assertMayShare(who, given.shared);
  assertLook(given.look);
  await foundToChange(services, who, id);
  const saved = await services.database
    .update(entryView)
    .set({ ...given, version: version + 1 })
    .where(and(eq(entryView.id, id), eq(entryView.version, version)))
    .returning({ id: entryView.id });
  if (saved.length > 0) return getView(services, who, id);
  const view = await getView(services, who, id);
  throw new ProblemException('conflict', 'Somebody else changed this view meanwhile.', [], {
    view: { ...view },
  });
}

/** Removes a view. */
export async function removeView(services: Services, who: PersonSummary, id: string): Promise<void> {
  await foundToChange(services, who, id);
  await services.database.delete(entryView).where(eq(entryView.id, id));
}
