import type { OperatorKind } from '../conditions/operators';
import { toggledFacet } from '../queries/edit';
import type { QueryComparison, QueryCondition } from '../queries/condition';
import type { Ends, ListRequest } from './list-request';
import type { OfferedFacet } from './offered-facet';

/** What is stored for a value that stands in an address; undefined where there is no such value. */
export type StoredBy = (facet: OfferedFacet, word: string) => string | undefined;

/** The first and the last day there are, for an end that is left open. */
const ALL_DAYS = ['0001-01-01', '9999-12-31'] as const;

function endsOf({ kind, steps: path }: OfferedFacet, { from, to }: Ends): readonly QueryComparison[] {
  if (kind === 'days') {
    const [first, last] = ALL_DAYS;
    return [{ kind: 'path', path, operator: 'between', value: [from || first, to || last] }];
  }
  const end = (operator: OperatorKind, text: string): readonly QueryComparison[] =>
    text === '' ? [] : [{ kind: 'path', path, operator, value: Number(text) }];
  return [...end('greater_or_equal', from), ...end('less_or_equal', to)];
}

/**
 * Makes a condition of what a visitor asks of a list. Of two values of a facet one has to fit; of a switch that may be on or off,
 * nothing is asked.
 * @param stored finds what is stored for a word of the address; a word that stands for nothing asks for nothing
 */
export function conditionOf(
  facets: readonly OfferedFacet[],
  request: ListRequest,
  stored: StoredBy,
): QueryCondition | null {
  let condition: QueryCondition | null = null;
  const asked: QueryComparison[] = [];
  for (const facet of facets) {
    const words = request.chosen.get(facet.parameter) ?? [];
    const values = words.map((word) => stored(facet, word)).filter((value) => value !== undefined);
    if (facet.kind === 'switch' && values.length > 1) continue;
    condition = values.reduce<QueryCondition | null>(
      (made, value) => toggledFacet(made, facet, value),
      condition,
    );
    const range = request.ends.get(facet.parameter);
    if (range) asked.push(...endsOf(facet, range));
  }
  const all = [...(condition && 'conditions' in condition ? condition.conditions : []), ...asked];
  return all.length > 0 ? { kind: 'all', conditions: all } : null;
}
