import { readersOf } from '@tovlet/core/delivery/read-scope';
import { isJsonList, type JsonValue } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import type { PathContext } from '@tovlet/core/paths/standing';
import { compileListed, resolveAlike, type ListedQuery, type ListStand } from '@tovlet/core/queries/listed';
import type { Database } from '../db/connect';
import { ProblemException } from '../http/problem';
import { findIds } from './find';
import type { Thing } from './things';

/** So many different lists of one block are read at most: where it stands in a list itself, each thing may ask for another. */
const MOST_LISTS = 50;

/** The values of a thing that entries are to have as well; none where they may not be seen. */
function valuesAt(thing: Thing, as: string, asked: PathContext): readonly JsonValue[] {
  const { kind, type, scope, own, id } = thing;
  const found = resolveAlike(as, { kind, types: [type] }, { ...asked, presented: true });
  if ('problem' in found) return [];
  const { end } = found;
  if (end.kind === 'property') return [end.property === 'id' ? id : (own[end.property] ?? null)];
  const { field } = end;
  return scope
    .descend(field.ancestors)
    .map((each) => each.value(field))
    .flatMap((value) => (isJsonList(value) ? value : [value]))
    .filter((value) => value !== null);
}

const standOf = (thing: Thing, { alike }: ListedQuery, asked: PathContext): ListStand => ({
  id: thing.id,
  values: alike.map(({ as }) => valuesAt(thing, as, asked)),
});

/** The ids of a list where a thing stands, in order. */
async function idsFor(
  database: Database,
  query: ListedQuery,
  type: CompiledType,
  { model, audience }: PathContext,
  stand: ListStand,
): Promise<readonly string[]> {
  const { condition, sort } = compileListed(query, type, model, audience, stand);
  const page = { size: query.take, cursor: null, backwards: false };
  return findIds(database, type, { condition, sort, words: [], page }, readersOf(model));
}

/**
 * Finds the entries of a type that a list of a page goes through, for each thing that the list stands on.
 * @param asked by which model, and for whom: whoever tries a template learns nothing by what its lists leave out
 * @returns their ids in order, by the ids of the things; things that ask for the same are answered together
 * @throws ProblemException where far too many different lists are asked for
 */
export async function listedEntries(
  database: Database,
  query: ListedQuery,
  type: CompiledType,
  things: readonly Thing[],
  asked: PathContext,
): Promise<ReadonlyMap<string, readonly string[]>> {
  // One that is never of the type is never among them: all such ask for the same.
  const stands = things.map((thing) => ({ thing, stand: standOf(thing, query, asked) }));
  const keyOf = ({ thing, stand }: (typeof stands)[number]): string =>
    JSON.stringify([thing.type === type && !query.itself ? thing.id : null, stand.values]);
  const lists = new Map(stands.map((each) => [keyOf(each), each.stand]));
  if (lists.size > MOST_LISTS)
    throw new ProblemException(
      'invalid_query',
      `One block would read ${lists.size} different lists; up to ${MOST_LISTS} are read. Take it out of the list that it stands in.`,
    );
  const found = new Map<string, readonly string[]>();
  for (const [key, stand] of lists) found.set(key, await idsFor(database, query, type, asked, stand));
  return new Map(stands.map((each) => [each.thing.id, found.get(keyOf(each)) ?? []]));
}
