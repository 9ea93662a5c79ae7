import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { desc, eq } from 'drizzle-orm';
import type { Database } from '../../db/connect';
import { entry, term } from '../../db/schema';
import { readThings, thingOf, type Thing } from '../../delivery/things';
import { factsReader } from '../../derived/facts';
import { entryById } from '../../entries/queries';

async function lastChanged(database: Database, typeId: string): Promise<string | undefined> {
  const [found] = await database
    .select({ id: entry.id })
    .from(entry)
    .where(eq(entry.typeId, typeId))
    .orderBy(desc(entry.updatedAt))
    .limit(1);
  return found?.id;
}

async function firstTerm(database: Database, taxonomyId: string): Promise<string | undefined> {
  const [found] = await database
    .select({ id: term.id })
    .from(term)
    .where(eq(term.taxonomyId, taxonomyId))
    .orderBy(term.position, term.id)
    .limit(1);
  return found?.id;
}

/**
 * Reads what a template is tried with: an entry of its type, published or not, or a term of its taxonomy.
 * @param id which one; null for the entry that was changed last, or the first term
 * @returns undefined where there is none, or it is of another type
 */
export async function sampleThing(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  id: string | null,
): Promise<Thing | undefined> {
  const typeId = type.contentType.id;
  const ofTerms = type.kind === 'term';
  const wanted = id ?? (await (ofTerms ? firstTerm : lastChanged)(database, typeId));
  if (wanted === undefined) return undefined;
  if (ofTerms)
    return (await readThings(database, model, 'term', [wanted])).find((each) => each.type === type);
  const record = await entryById(database, wanted);
  if (record?.typeId !== typeId) return undefined;
  return thingOf(model, type, record, await factsReader(database, model));
}
