import { comparisonsOf, type Condition } from '@tovlet/core/conditions/condition';
import { factsFrom } from '@tovlet/core/evaluation/scope';
import type { CountsAnswer } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { MEDIA, PEOPLE } from '@tovlet/core/model/subjects';
import { appearsOn } from '@tovlet/core/placement/groups-for';
import { count, desc, sql } from 'drizzle-orm';
import { unionAll } from 'drizzle-orm/pg-core';
import type { Database } from '../db/connect';
import { entry, medium, person, term } from '../db/schema';
import { typeTableOf } from '../db/type-table';
import { FACT_COLUMNS, factsReader, type FactsRecord } from '../derived/facts';
import type { Services } from '../services';

interface StatusCount {
  readonly typeId: string;
  readonly status: string;
  readonly count: number;
}

/** Counts the entries of each type by status, in the index tables: the entries are many times as large. */
async function countByStatus(database: Database, model: CompiledModel): Promise<readonly StatusCount[]> {
  const counts = model.types.map(({ contentType: { id } }) => {
    const table = typeTableOf(id);
    return database
      .select({ typeId: sql<string>`${id}::text`, status: table.status, count: count() })
      .from(table)
      .groupBy(table.status);
  });
  const [first, second, ...more] = counts;
  if (!first) return [];
  return second ? unionAll(first, second, ...more) : first;
}

/** The entries changed last, on which rules that look at single entries are tried. */
const REACH_SAMPLE = 2000;

type Candidate = FactsRecord & { readonly typeId: string; readonly title: string };

function recentEntries(database: Database, withValues: boolean): Promise<readonly Candidate[]> {
  const { id, typeId, status, title } = entry;
  const values = withValues ? entry.values : sql<JsonObject>`'{}'::jsonb`;
  return database
    .select({ id, typeId, status, title, values, ...FACT_COLUMNS })
    .from(entry)
    .orderBy(desc(entry.updatedAt), entry.id)
    .limit(REACH_SAMPLE);
}

/** Whether only the type and the status decide a rule. */
const isDecidedByStatus = (rule: Condition): boolean =>
  comparisonsOf(rule).every(
    (each) => each.kind === 'property' && (each.property === 'type' || each.property === 'status'),
  );

async function countOthers(database: Database): Promise<Readonly<Record<string, number>>> {
  const rows = await unionAll(
    database.select({ id: term.taxonomyId, count: count() }).from(term).groupBy(term.taxonomyId),
    database.select({ id: sql<string>`${PEOPLE}::text`, count: count() }).from(person),
    database.select({ id: sql<string>`${MEDIA}::text`, count: count() }).from(medium),
  );
  return Object.fromEntries(rows.map((row) => [row.id, row.count]));
}

/**
 * Counts the entries of each type and the reach of each group, with some titles as examples.
 *
 * A rule that only type and status decide is counted from totals; others are tried on the entries changed last.
 */
export async function countReach({ database, models }: Services): Promise<CountsAnswer> {
  const { model } = await models.current();
  const totals = await countByStatus(database, model);
  const others = await countOthers(database);
  const types: Record<string, number> = { ...others };
  for (const { typeId, count } of totals) types[typeId] = (types[typeId] ?? 0) + count;
  const recent = await recentEntries(database, model.asksForTerms);
  const factsOf = await factsReader(database, model);
  const placed = recent.flatMap((entry) => {
    const type = model.typeById.get(entry.typeId);
    return type ? [{ entry, facts: factsOf(type, entry) }] : [];
  });
  const groups = model.document.groups.map((group) => {
    const reached = placed.filter(({ facts }) => appearsOn(group, facts));
    const known = totals.filter(
      ({ typeId, status }) =>
        model.typeById.has(typeId) && appearsOn(group, factsFrom({ type: typeId, status })),
    );
    const counted = known.reduce((sum, { count }) => sum + count, 0);
    const entries = isDecidedByStatus(group.appearsOn) ? counted : reached.length;
    const beside = model.subjects
      .filter((subject) => subject.groups.some((each) => each.group.id === group.id))
      .reduce((sum, { contentType }) => sum + (others[contentType.id] ?? 0), 0);
    const examples = reached.slice(0, 3).map(({ entry }) => entry.title);
    const perType = Object.fromEntries(
      model.types.map(({ contentType: { id } }) => [
        id,
        isDecidedByStatus(group.appearsOn)
          ? known.filter(({ typeId }) => typeId === id).reduce((sum, { count }) => sum + count, 0)
          : reached.filter(({ entry }) => entry.typeId === id).length,
      ]),
    );
    return [group.id, { count: entries + beside, examples, types: perType }] as const;
  });
  return { types, groups: Object.fromEntries(groups) };
}
