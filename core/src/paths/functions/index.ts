import { average } from './average';
import { count } from './count';
import { distinct } from './distinct';
import { first } from './first';
import { largest } from './largest';
import { last } from './last';
import type { ListFunction } from './list-function';
import { smallest } from './smallest';
import { sum } from './sum';

export type { ListFunction } from './list-function';

/** Every function of lists, in the order in which they are offered. */
export const listFunctions: readonly ListFunction[] = [
  count,
  first,
  last,
  distinct,
  sum,
  average,
  smallest,
  largest,
];
