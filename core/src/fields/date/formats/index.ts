import { month } from './month';
import { numeric } from './numeric';
import { weekday } from './weekday';

/** The ways to write a day beside the usual ones. */
export const moreFormats = [weekday, month, numeric];
