import { pathText } from '../../paths/text';
import { pathsNamedIn } from '../liquid/resolve';
import type { PropertyType } from './property-type';

/** Liquid; it names fields by their keys. What is not there it does not refer to: the checks of Liquid find that. */
export const liquid: PropertyType = {
  references: (constant, seats, context) =>
    typeof constant === 'string'
      ? pathsNamedIn(constant, seats, context).map((path) => ({ path: pathText(path), seenFrom: 'entry' }))
      : [],
};
