import { sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { markForRefill } from '../derived/refill';
import { fillIndexes } from '../jobs/fill_indexes/fill-indexes';
import type { Services } from '../services';
import { writeAncestry } from './queries';

/** Changes of one taxonomy's terms follow one another: what is checked then still holds when it is written. */
export async function lockTaxonomy(transaction: Database, taxonomy: string): Promise<void> {
  await transaction.execute(sql`SELECT pg_advisory_xact_lock(hashtext(${`terms ${taxonomy}`}))`);
}

/** Changes the tree of a taxonomy, and what is known of which terms stand above which. */
export async function changingTree<Result>(
  transaction: Database,
  taxonomy: string,
  change: () => Promise<Result>,
): Promise<Result> {
  await lockTaxonomy(transaction, taxonomy);
  const result = await change();
  await writeAncestry(transaction, taxonomy);
  return result;
}

/** Rules can ask for terms and those above them: when the tree changes, what shows on entries may change with it. */
export async function afterTreeChange(services: Services, taxonomy: string): Promise<void> {
  const { model } = await services.models.current();
  if (model.asksForTerms) {
    const partial = model.types.filter(({ partialGroups }) => partialGroups.length > 0);
    await markForRefill(
      services.database,
      partial.map(({ contentType }) => contentType.id),
    );
    await services.jobs.send(fillIndexes, {});
  }
  await services.events.publish({ kind: 'terms', taxonomy });
}
