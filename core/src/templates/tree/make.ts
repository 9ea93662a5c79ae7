import type { FoundPath } from '../found-path';
import { escapeHtml } from '../../fields/html';
import type { MarkupNode, PageNode, ValueNode } from './node';

/** Constant HTML. */
export const html = (source: string): MarkupNode => ({ kind: 'markup', html: source });

/** Constant text, escaped. */
export const words = (text: string): MarkupNode => html(escapeHtml(text));

/** A value in one of its formats; null for the usual one. */
export const valueAt = (path: FoundPath, format: string | null): ValueNode => ({
  kind: 'value',
  path,
  format,
});

/** What is written only when one of some values is there. */
export const whenThere = (paths: readonly FoundPath[], body: readonly PageNode[]): PageNode => ({
  kind: 'if_there',
  paths,
  body,
  otherwise: [],
});

/** What is written only when one of some values is there, or always where it needs none. */
export const whenNeeded = (paths: readonly FoundPath[], body: readonly PageNode[]): readonly PageNode[] =>
  paths.length === 0 ? body : [whenThere(paths, body)];

/** What a property writes, between two tags, when its value is there. */
export function between(
  open: string,
  { nodes, needs }: { readonly nodes: readonly PageNode[]; readonly needs: readonly FoundPath[] },
  close: string,
): PageNode[] {
  return [...whenNeeded(needs, [html(open), ...nodes, html(close)]), html('\n')];
}
