import type { Database } from '../../db/connect';
import { markForRefill } from '../../derived/refill';
import type { Services } from '../../services';
import { fillIndexes } from './fill-indexes';

/**
 * Lets the index tables follow where rules ask for the role of an entry's author, and roles or authors are others now.
 * @param database the transaction that changes them; call `jobs.wake` afterwards
 */
export async function followRoles(
  { models, jobs }: Pick<Services, 'models' | 'jobs'>,
  database: Database,
): Promise<void> {
  const { model } = await models.current();
  if (!model.asksForRoles) return;
  await markForRefill(
    database,
    model.types.map(({ contentType }) => contentType.id),
  );
  await jobs.send(fillIndexes, {}, database);
}
