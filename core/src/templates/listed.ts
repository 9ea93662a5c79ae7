import { PLAIN_LIST, type ListedQuery } from '../queries/listed';
import type { ListedQueries } from '../queries/load-plan';
import { constantOf, walkBlocks, type Block } from './template';

/** The way to all entries of a type, as templates write it. */
const WHOLE_TYPE = /^\*[^./]+$/;

/** The way to all entries of a type. @example listOfType('t_route') // => '*t_route' */
export const listOfType = (type: string): string => `*${type}`;

/** Tells the way to all entries of a type from others. */
export const isWholeType = (path: string): boolean => WHOLE_TYPE.test(path);

/**
 * Writes the way to what a block goes through: a list of entries is called as the block whose query it is, so that each has
 * its own.
 * @param path as the block has it
 * @example listPath({ id: 'b_1' }, '*t_route') // => '*t_route.b_1'
 */
export const listPath = ({ id }: Pick<Block, 'id'>, path: string): string =>
  isWholeType(path) ? `${path}.${id}` : path;

/** The type whose entries a block goes through by a query; null for a block that does nothing of the kind. */
export function listedTypeOf(block: Block): string | null {
  const lists = [block.repeat?.field, constantOf(block, 'rows')];
  const whole = lists.find((each) => typeof each === 'string' && isWholeType(each));
  return typeof whole === 'string' ? whole.slice(1) : null;
}

/** The query of a block. */
export const queryOf = ({ query }: Pick<Block, 'query'>): ListedQuery => query ?? PLAIN_LIST;

/** Collects the queries of all blocks by the names of their lists. */
export function listedQueries(blocks: readonly Block[]): ListedQueries {
  const queries = new Map<string, ListedQuery>();
  walkBlocks(blocks, (block) => {
    if (listedTypeOf(block) !== null) queries.set(block.id, queryOf(block));
  });
  return queries;
}
