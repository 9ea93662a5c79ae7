import type { JsonObject } from '@tovlet/core/json';

/**
 * Tells of a page where it stands in its list.
 * @param cursors those after each of its entries
 * @param after the cursor that it was asked for behind; null for the first page
 * @see https://relay.dev/graphql/connections.htm#sec-undefined.PageInfo
 */
export const pageInfo = (cursors: readonly string[], hasNext: boolean, after: string | null): JsonObject => ({
  hasNextPage: hasNext,
  hasPreviousPage: after !== null,
  startCursor: cursors[0] ?? null,
  endCursor: cursors.at(-1) ?? null,
});
