import { VISITORS } from '@tovlet/core/access/audience';
import { readersOf } from '@tovlet/core/delivery/read-scope';
import { isJsonList, type JsonValue } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { compileListed, resolveAlike, type ListedQuery, type ListStand } from '@tovlet/core/queries/listed';
import type { Database } from '../db/connect';
import { ProblemException } from '../http/problem';
import { findIds } from './find';
import type { Thing } from './things';

/** So many different lists of one block are read at most: where it stands in a list itself, each thing may ask for another. */
const MOST_LISTS = 50;

/** The values of a thing that entries are to have as well; none where they may not be seen. */
function valuesAt(thing: Thing, as: string, model: CompiledModel): readonly JsonValue[] {
  const { kind, type, scope, own, id } = thing;
  const context = { model, audience: VISITORS, presented: true };
  const found = resolveAlike(as, { kind, types: [type] }, context);
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

const standOf = (thing: Thing, { alike }: ListedQuery, model: CompiledModel): ListStand => ({
  id: thing.id,
  values: alike.map(({ as }) => valuesAt(thing, as, model)),
});

/** The ids of a list where a thing stands, in order. */
async function idsFor(
  database: Database,
  query: ListedQuery,
  type: CompiledType,
  model: CompiledModel,
  stand: ListStand,
): Promise<readonly string[]> {
  const { condition, sort } = compileListed(query, type, model, VISITORS, stand);
  const page = { size: query.take, cursor: null, backwards: false };
  return findIds(database, type, { condition, sort, words: [], page }, readersOf(model));
}

/**
 * Finds the entries of a type that a list of a page goes through, for each thing that the list stands on.
 * @returns their ids in order, by the ids of the things; things that ask for the same are answered together
 * @throws ProblemException where far too many different lists are asked for
 */
export async function listedEntries(
  database: Database,
  query: ListedQuery,
  type: CompiledType,
  things: readonly Thing[],
  model: CompiledModel,
): Promise<ReadonlyMap<string, readonly string[]>> {
  // One that is never of the type is never among them: all such ask for the same.
  const stands = things.map((thing) => ({ thing, stand: standOf(thing, query, model) }));
  const keyOf = ({ thing, stand }: (typeof stands)[number]): string =>
    JSON.stringify([thing.type === type && !query.itself ? thing.id : null, stand.values]);
  const lists = new Map(stands.map((each) => [keyOf(each), each.stand]));
  if (lists.size > MOST_LISTS)
    throw new ProblemException(
      'invalid_query',
      `One block would read ${lists.size} different lists; up to ${MOST_LISTS} are read. Take it out of the list that it stands in.`,
    );
  const found = new Map<string, readonly string[]>();
  for (const [key, stand] of lists) found.set(key, await idsFor(database, query, type, model, stand));
  return new Map(stands.map((each) => [each.thing.id, found.get(keyOf(each)) ?? []]));
}
