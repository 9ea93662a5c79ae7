import { decimals } from './decimals';
import { percent } from './percent';
import { short } from './short';
import { stars } from './stars';
import { whole } from './whole';

/** The ways to write a number beside the usual ones. */
export const moreFormats = [whole, ...decimals, short, percent, stars];
