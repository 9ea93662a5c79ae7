import type { PathContext } from '../../paths/standing';
import { html, words } from '../tree/make';
import type { PageNode } from '../tree/node';
import type { FoundList, FoundPath } from '../found-path';
import { fieldItems } from '../properties/field-list';
import { listPath } from '../listed';
import { constantOf, type Block } from '../template';
import type { BlockContext } from './block-kind';

/** A value of a facts or table block, found in the model. */
export interface FoundItem {
  readonly path: FoundPath;
  readonly label: string;
  readonly format: string | null;
}

/** What one of the things that a list goes through is called; null where they are of several types, or no entries. */
function nameOfThing({ depth, resolved: { types } }: FoundPath): string | null {
  const [type] = types;
  return depth > 0 && type && types.length === 1 ? type.contentType.singular : null;
}

/** What a visitor calls a value: by its field, by the field whose reference leads to it, or by what it is. */
export function publicLabel(found: FoundPath, { model }: PathContext): string {
  const { field, steps, property, resolved } = found;
  if (field) return field.publicLabel;
  const last = steps.at(-1);
  if (last?.kind === 'backwards' || last?.kind === 'entries')
    return resolved.types[0]?.contentType.plural ?? resolved.label;
  const leading = steps.filter((step) => step.kind === 'field').at(-1);
  const over = leading && model.fields.get(leading.field);
  if (over) return over.publicLabel;
  const name = steps.length === 1 && property?.linked === true ? nameOfThing(found) : null;
  return name ?? property?.label ?? resolved.label;
}

/**
 * Finds the values a block lists; what was removed from the model is left out and reported by the template's checks.
 * @param key the property that holds the list
 */
export function foundItems(block: Block, key: string, context: BlockContext): readonly FoundItem[] {
  const source = context.seats.length > 1 ? 'row' : 'entry';
  return fieldItems(constantOf(block, key)).flatMap(({ field, format }) => {
    const path = context.resolve({ source, path: field });
    return path ? [{ path, label: publicLabel(path, context.paths), format: format ?? null }] : [];
  });
}

/**
 * Writes something where a list has items, else the words of the block for when there are none.
 * @param list what the block goes through
 */
export function insteadOf(block: Block, list: FoundList['list'], nodes: readonly PageNode[]): PageNode {
  const empty = constantOf(block, 'empty');
  const otherwise =
    typeof empty === 'string' && empty !== '' ? [html('<p class="empty">'), words(empty), html('</p>')] : [];
  return { kind: 'if_there', paths: [list], body: nodes, otherwise };
}

/** The list that a block goes through by its property `rows`; null where none is set, or it is gone. */
export function foundRows(block: Block, context: BlockContext): FoundList | null {
  const rows = constantOf(block, 'rows');
  return typeof rows === 'string' ? context.resolveList(listPath(block, rows)) : null;
}
