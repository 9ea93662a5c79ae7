import type { ResolvedPath } from '../../bindings/paths';
import { fieldItems } from '../properties/field-list';
import { constantOf, type Block } from '../template';
import type { BlockContext } from './block-kind';

/** A field of a facts or table block, found in the model. */
export interface FoundItem {
  readonly path: ResolvedPath;
  readonly label: string;
  readonly format: string | null;
}

/**
 * Finds the fields a block lists; what was removed from the model is left out and reported by the template's checks.
 * @param key the property that holds the list
 * @param source where the fields are read from
 */
export function foundItems(
  block: Block,
  key: string,
  source: 'entry' | 'row',
  context: Pick<BlockContext, 'resolve'>,
): readonly FoundItem[] {
  return fieldItems(constantOf(block, key)).flatMap(({ field, format }) => {
    const path = context.resolve({ source, path: field });
    return path ? [{ path, label: path.field?.publicLabel ?? field, format: format ?? null }] : [];
  });
}
