import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { eq } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { entry as entryTable, indexTable } from '../db/schema';
import { indexColumns } from '../db/type-table';
import { addColumns, createTable } from './index/table';
import { linkFields } from './links';
import { refillAll, unfilledTypes } from './refill';
import { searchFields } from './search';
import { examineAnew } from './unexamined';

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

/**
 * Brings index tables in step that an earlier version of Tovlet made, which knew fewer columns. They are filled beside other work.
 * @returns whether tables wait to be filled
 */
export async function followTables(database: Database, model: CompiledModel): Promise<boolean> {
  const known = new Map(
    (await database.select().from(indexTable)).map(({ typeId, columns }) => [typeId, columns]),
  );
  for (const type of model.types) {
    const { id } = type.contentType;
    const [before, wanted] = [known.get(id), indexColumns(type)];
    if (!before || Object.entries(wanted).every(([field, column]) => before[field] === column)) continue;
    const columns = await addColumns(database, id, before, wanted);
    await database.update(indexTable).set({ columns, filledTo: '' }).where(eq(indexTable.typeId, id));
  }
  return (await unfilledTypes(database)).length > 0;
}

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
  const others = after.types.filter((type) => before?.typeById.get(type.contentType.id) !== type);
  await examineAnew(
    database,
    others.map(({ contentType }) => contentType.id),
  );
  for (const type of after.types) {
    const { id } = type.contentType;
    const old = before?.typeById.get(id);
    if (old === type || (old && indexFingerprint(old) === indexFingerprint(type))) continue;
    const [known] = await database.select().from(indexTable).where(eq(indexTable.typeId, id));
    if (!known) await createTable(database, id);
    const columns = await addColumns(database, id, known?.columns ?? {}, indexColumns(type));
    await database
      .insert(indexTable)
      .values({ typeId: id, columns, filledTo: '' })
      .onConflictDoUpdate({ target: indexTable.typeId, set: { columns, filledTo: '' } });
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
