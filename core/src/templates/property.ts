import * as z from 'zod';
import { jsonValueShape } from '../json-shape';
import { bindingSchema, type Binding } from './binding';
import { chipTextSchema, isChip, joinedPieces, type ChipText } from './chip-text';

/** A property of a block: a constant, a value taken from elsewhere, or running text with values in it. */
export const propertySchema = z.union([
  z.strictObject({ constant: jsonValueShape }),
  z.strictObject({ binding: bindingSchema }),
  z.strictObject({ text: chipTextSchema }),
]);
export type BlockProperty = Readonly<z.infer<typeof propertySchema>>;

/**
 * Keeps running text as a property: plain words are a constant.
 * @example propertyOf(['Beds']) // => { constant: 'Beds' }
 */
export function propertyOf(text: ChipText): BlockProperty {
  const [first = '', ...others] = text;
  return others.length === 0 && !isChip(first) ? { constant: first } : { text };
}

/** Reads what a property says as running text, whichever way it is kept. */
export function piecesOf(property: BlockProperty): ChipText {
  if ('text' in property) return property.text;
  if ('binding' in property) return [property.binding];
  return joinedPieces([property.constant === null ? '' : String(property.constant)]);
}

/** Lists the values that a property takes from elsewhere. */
export function bindingsIn(property: BlockProperty): readonly Binding[] {
  if ('binding' in property) return [property.binding];
  return 'text' in property ? property.text.filter(isChip) : [];
}
