import type { CompiledModel, CompiledType } from '../model/compiled';
import type { PathContext } from '../paths/standing';
import { blockKindOf } from './blocks';
import type { Binding } from './binding';
import type { BlockContext, PropertyOutput } from './blocks/block-kind';
import type { ChipText } from './chip-text';
import { findList, findPath } from './found-path';
import { listPath } from './listed';
import { nearestSeat, onPages, seatsOf, type Seats } from './seats';
import type { BlockProperty } from './property';
import type { Block, Repeat, TemplateContent } from './template';
import { pathsNamedIn } from './liquid/resolve';
import { blockEnd, blockStart } from './marks';
import { isStyled, styleClass } from './styles/style-sheet';
import { liquidOf, type PageNode } from './tree';
import type { Narrowing } from './tree/node';
import { html, valueAt, whenNeeded, words } from './tree/make';

/** A text whose lines stay lines. */
const lines = (text: string): PageNode => html(words(text).html.replace(/\n/g, '<br>'));

function outputOf(property: BlockProperty, resolve: BlockContext['resolve']): PropertyOutput | null {
  if ('text' in property) return textOf(property.text, resolve);
  if ('binding' in property) return boundOf(property.binding, resolve);
  const text = property.constant === null ? '' : String(property.constant);
  return text === '' ? null : { nodes: [lines(text)], needs: [] };
}

/** A bound value with the words around it, or what stands there instead. */
function boundOf(binding: Binding, resolve: BlockContext['resolve']): PropertyOutput | null {
  const { format, fallback, prefix = '', suffix = '' } = binding;
  const path = resolve(binding);
  const instead = fallback === '' ? null : words(fallback);
  if (!path) return instead && { nodes: [instead], needs: [] };
  const around = (text: string): readonly PageNode[] => (text === '' ? [] : [words(text)]);
  const value = [...around(prefix), valueAt(path, format), ...around(suffix)];
  if (!instead) return { nodes: value, needs: [path] };
  return { nodes: [{ kind: 'if_there', paths: [path], body: value, otherwise: [instead] }], needs: [] };
}

/** Words with values in their midst; where there are but values, one of them has to be there. */
function textOf(pieces: ChipText, resolve: BlockContext['resolve']): PropertyOutput | null {
  const written = pieces.map((piece): PropertyOutput | null => {
    if (typeof piece === 'string') return { nodes: [lines(piece)], needs: [] };
    const bound = boundOf(piece, resolve);
    return bound && { ...bound, nodes: standingAlone(bound) };
  });
  const nodes = written.flatMap((output) => output?.nodes ?? []);
  const stands = pieces.some((piece, index) =>
    typeof piece === 'string' ? piece.trim() !== '' : written[index]?.needs.length === 0,
  );
  const needs = stands ? [] : written.flatMap((output) => output?.needs ?? []);
  return stands || needs.length > 0 ? { nodes, needs } : null;
}

/** The words around a value that is not there are not written. */
const standingAlone = ({ nodes, needs }: PropertyOutput): readonly PageNode[] =>
  nodes.length === 1 ? nodes : whenNeeded(needs, nodes);

function contextFor(seats: Seats, context: CompileContext): BlockContext {
  const resolve: BlockContext['resolve'] = (place) => findPath(place, seats, context);
  return {
    resolve,
    resolveList: (path) => findList(path, seats, context),
    within: (seat) => contextFor([...seats, seat], context),
    seats,
    paths: context,
    output(block, key) {
      const property = block.properties[key];
      return property ? outputOf(property, resolve) : null;
    },
    children: (block) => compileBlocks(block.children, seats, context),
  };
}

/**
 * Writes a property from where something stands.
 * @returns null where there is nothing to write
 */
export const outputIn = (
  property: BlockProperty,
  seats: Seats,
  context: PathContext,
): PropertyOutput | null => outputOf(property, (place) => findPath(place, seats, context));

/** How a tree is compiled: by which model, and whether blocks are to be found again in what is written. */
interface CompileContext extends PathContext {
  readonly marked?: boolean;
}

/** What its own style is found by, around a block that has one. */
function styled(block: Block, nodes: readonly PageNode[]): readonly PageNode[] {
  if (!isStyled(block) || nodes.length === 0) return nodes;
  return [html(`<div class="styled ${styleClass(block.id)}">\n`), ...nodes, html('</div>\n')];
}

/** A block once, under its condition. */
function compileOnce(block: Block, seats: Seats, context: CompileContext): readonly PageNode[] {
  const nodes = styled(block, blockKindOf(block.kind).compile(block, contextFor(seats, context)));
  const { id, shownWhen: condition } = block;
  const marked = context.marked === true ? [html(blockStart(id)), ...nodes, html(blockEnd(id))] : nodes;
  if (condition === null) return marked;
  const { things } = nearestSeat(seats);
  return [{ kind: 'shown_when', block: id, condition, things, body: [html('\n'), ...marked] }, html('\n')];
}

/** Which items a block repeats over: its own condition is asked of each. */
function narrowingOf(
  { id, shownWhen: condition }: Block,
  { sort, take }: Repeat,
  within: Seats,
  context: CompileContext,
): Narrowing {
  const { things } = nearestSeat(within);
  const path = sort ? findPath({ source: 'row', path: sort.path }, within, context) : null;
  return {
    kept: condition && { block: id, condition, things },
    sorted: sort && path && !path.many ? { path, descending: sort.descending } : null,
    take: take ?? null,
  };
}

function compileBlock(block: Block, seats: Seats, context: CompileContext): readonly PageNode[] {
  if (!block.repeat) return compileOnce(block, seats, context);
  const found = findList(listPath(block, block.repeat.field), seats, context);
  if (!found) return [];
  const { emptyMessage } = block.repeat;
  const within: Seats = [...seats, found.seat];
  const otherwise =
    emptyMessage === '' ? [] : [html('<p class="empty">'), words(emptyMessage), html('</p>\n')];
  const body = [html('\n'), ...compileOnce({ ...block, shownWhen: null }, within, context)];
  const rows = { rows: found.list, narrowing: narrowingOf(block, block.repeat, within, context) };
  return [{ kind: 'rows', ...rows, depth: seats.length, body, otherwise }, html('\n')];
}

const compileBlocks = (
  blocks: readonly Block[],
  seats: Seats,
  context: CompileContext,
): readonly PageNode[] => blocks.flatMap((block) => compileBlock(block, seats, context));

/**
 * Compiles a template for the model as it is now: keys and labels are written as they are named today.
 * @param template blocks, or Liquid, which becomes one node
 * @param type the content type whose entries it shows
 * @param model the model of that type, through which bindings reach other things
 * @param marked whether comments tell where each block begins and ends, so that the builder finds it on the page
 * @returns the tree of the page; blocks with broken bindings write nothing
 */
export function compileTree(
  template: TemplateContent,
  type: CompiledType,
  model: CompiledModel,
  marked = false,
): readonly PageNode[] {
  const page = seatsOf(type);
  const context: CompileContext = { ...onPages(model), marked };
  if (template.mode === 'blocks') return compileBlocks(template.blocks, page, context);
  const { liquid } = template;
  return [{ kind: 'by_hand', liquid, paths: pathsNamedIn(liquid, page, context) }];
}

/** Compiles a template to Liquid: its tree in words, or what was written by hand as it is. */
export function compileTemplate(template: TemplateContent, type: CompiledType, model: CompiledModel): string {
  return liquidOf(compileTree(template, type, model));
}
