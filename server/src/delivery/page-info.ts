import type { JsonObject } from '@tovlet/core/json';

/** What is told of a page. */
interface ToldPage {
  readonly hasNext: boolean;
  readonly hasPrevious: boolean;
}

/**
 * Tells of a page where it stands in its list.
 * @param start the cursor of its first entry, `end` that of its last; null where it is empty
 * @see https://relay.dev/graphql/connections.htm#sec-undefined.PageInfo
 */
export const pageInfo = (
  { hasNext, hasPrevious }: ToldPage,
  start: string | null,
  end: string | null,
): JsonObject => ({
  hasNextPage: hasNext,
  hasPreviousPage: hasPrevious,
  startCursor: start,
  endCursor: end,
});
