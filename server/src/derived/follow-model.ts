import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { eq } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { entry as entryTable, indexTable } from '../db/schema';
import { indexColumns } from '../db/type-table';
import { addColumns, createTable } from './index/table';
import { linkFields } from './links';
import { refillAll } from './refill';
import { searchFields } from './search';

/** A table of no more entries follows in the transaction of the model's change itself. */
const FOLLOWS_AT_ONCE = 100;

/** What decides the rows beside an entry: which fields are indexed, linked or searched, and when they show. */
const indexFingerprint = (type: CompiledType): string =>
  JSON.stringify([
    indexColumns(type),
    type.conditional.map(({ id, field }) => [id, field.shownWhen]),
    linkFields(type),
    searchFields(type),
    type.contentType.templates.map(({ id }) => id),
    type.partialGroups.map(({ group }) => [group.id, group.appearsOn, group.fields.map(({ id }) => id)]),
  ]);

/** What a change of the model leaves to be done beside other work. */
export interface LeftToDo {
  /** Whether tables wait to be filled. */
  readonly toFill: boolean;
  /** Whether columns are left that no field has any more. */
  readonly toDrop: boolean;
}

/**
 * Brings the index tables in step with a model, in the transaction of the change.
 *
 * Those of types with many entries are only marked: they have to be filled beside other work.
 * @param before the model before, or null to look at every type
 */
export async function followModel(
  database: Database,
  before: CompiledModel | null,
  after: CompiledModel,
): Promise<LeftToDo> {
  const left = { toFill: false, toDrop: false };
  for (const type of after.types) {
    const { id } = type.contentType;
    const old = before?.typeById.get(id);
    if (old === type || (old && indexFingerprint(old) === indexFingerprint(type))) continue;
    const [known] = await database.select().from(indexTable).where(eq(indexTable.typeId, id));
    const sameLinks = old !== undefined && linkFields(old).join() === linkFields(type).join();
    const links = !sameLinks || (known?.filledTo !== null && known?.links === true);
    if (!known) await createTable(database, id);
    const columns = await addColumns(database, id, known?.columns ?? {}, indexColumns(type));
    await database
      .insert(indexTable)
      .values({ typeId: id, columns, filledTo: '', links })
      .onConflictDoUpdate({ target: indexTable.typeId, set: { columns, filledTo: '', links } });
    const some = await database
      .select({ id: entryTable.id })
      .from(entryTable)
      .where(eq(entryTable.typeId, id))
      .limit(FOLLOWS_AT_ONCE + 1);
    if (some.length > FOLLOWS_AT_ONCE) left.toFill = true;
    else await refillAll(database, after, type);
    left.toDrop ||= Object.keys(columns).length > Object.keys(indexColumns(type)).length;
  }
  return left;
}
