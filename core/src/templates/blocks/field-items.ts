import type { ResolvedPath } from '../../bindings/paths';
import { isJsonList } from '../../json';
import { constantOf, isFieldItem, type Block } from '../template';
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
  const items = constantOf(block, key) ?? null;
  if (!isJsonList(items)) return [];
  return items.filter(isFieldItem).flatMap(({ field, format }) => {
    const path = context.resolve({ source, path: field });
    return path ? [{ path, label: path.field?.publicLabel ?? field, format: format ?? null }] : [];
  });
}
