import type { JsonObject } from '@tovlet/core/json';

/**
 * Names what a way was asked for with some arguments, so that it can be asked for several times in one selection.
 * @example wayKey('routes_by_start', { first: 3 }) // => 'routes_by_start {"first":3}'
 */
export const wayKey = (key: string, given: JsonObject): string => `${key} ${JSON.stringify(given)}`;
