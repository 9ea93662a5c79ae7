import { resolvePath, resolveRows } from '../bindings/paths';
import type { CompiledField, CompiledType } from '../model/compiled';
import { blockKindOf } from './blocks';
import type { BlockContext } from './blocks/block-kind';
import type { Block, BlockProperty, TemplateContent } from './template';
import { liquidOf, type PageNode } from './tree';
import { html, valueAt, words } from './tree/make';

/** A text whose lines stay lines. */
const lines = (text: string): PageNode => html(words(text).html.replace(/\n/g, '<br>'));

function outputOf(
  property: BlockProperty,
  resolve: BlockContext['resolve'],
): ReturnType<BlockContext['output']> {
  if ('constant' in property) {
    const text = property.constant === null ? '' : String(property.constant);
    return text === '' ? null : { nodes: [lines(text)], needs: null };
  }
  const { format, fallback } = property.binding;
  const path = resolve(property.binding);
  const instead = fallback === '' ? null : words(fallback);
  if (!path) return instead && { nodes: [instead], needs: null };
  const value = valueAt(path, format);
  if (!instead) return { nodes: [value], needs: path };
  return { nodes: [{ kind: 'if_there', paths: [path], body: [value], otherwise: [instead] }], needs: null };
}

function contextFor(type: CompiledType, repeater: CompiledField | null): BlockContext {
  const resolve: BlockContext['resolve'] = (binding) => resolvePath(binding, type, repeater);
  return {
    resolve,
    resolveRows: (id) => resolveRows(id, type, repeater),
    resolveIn: (rows) => contextFor(type, rows).resolve,
    repeater,
    output(block, key) {
      const property = block.properties[key];
      return property ? outputOf(property, resolve) : null;
    },
    children: (block) => compileBlocks(block.children, type, repeater),
  };
}

/** A block once, under its condition. */
function compileOnce(block: Block, type: CompiledType, repeater: CompiledField | null): readonly PageNode[] {
  const nodes = blockKindOf(block.kind).compile(block, contextFor(type, repeater));
  const { id, shownWhen: condition } = block;
  if (condition === null) return nodes;
  return [{ kind: 'shown_when', block: id, condition, body: [html('\n'), ...nodes] }, html('\n')];
}

function compileBlock(block: Block, type: CompiledType, around: CompiledField | null): readonly PageNode[] {
  if (!block.repeat) return compileOnce(block, type, around);
  const rows = resolveRows(block.repeat.field, type, around);
  if (!rows) return [];
  const { emptyMessage } = block.repeat;
  const otherwise =
    emptyMessage === '' ? [] : [html('<p class="empty">'), words(emptyMessage), html('</p>\n')];
  const body = [html('\n'), ...compileOnce(block, type, rows.field)];
  return [{ kind: 'rows', rows, body, otherwise }, html('\n')];
}

const compileBlocks = (
  blocks: readonly Block[],
  type: CompiledType,
  repeater: CompiledField | null,
): readonly PageNode[] => blocks.flatMap((block) => compileBlock(block, type, repeater));

/**
 * Compiles a template for the model as it is now: keys and labels are written as they are named today.
 * @param template blocks, or Liquid, which becomes one node
 * @param type the content type whose entries it shows
 * @returns the tree of the page; blocks with broken bindings write nothing
 */
export function compileTree(template: TemplateContent, type: CompiledType): readonly PageNode[] {
  return template.mode === 'liquid'
    ? [{ kind: 'by_hand', liquid: template.liquid }]
    : compileBlocks(template.blocks, type, null);
}

/** Compiles a template to Liquid: its tree in words, or what was written by hand as it is. */
export function compileTemplate(template: TemplateContent, type: CompiledType): string {
  return liquidOf(compileTree(template, type));
}
