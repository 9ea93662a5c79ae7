import { byHand } from './by-hand';
import { ifThere } from './if-there';
import { link } from './link';
import { map } from './map';
import { markup, markupText } from './markup';
import type { NodeReader, PageNode, PageNodeKind, Readers, Write } from './node';
import { rows } from './rows';
import { shownWhen } from './shown-when';
import { sitePart } from './site-part';
import { unlinked } from './unlinked';
import { value } from './value';

export type { PageNode, Run, Write } from './node';
export { pointsIn, pointsOf } from './map';
export { itemsAt, valuesAt } from './read';
export { TooManySteps } from './rows';

/** How each kind of node is read; a kind without a reader does not compile. */
const byKind: { readonly [Kind in PageNodeKind]: NodeReader<Extract<PageNode, { readonly kind: Kind }>> } = {
  markup,
  value,
  if_there: ifThere,
  rows,
  shown_when: shownWhen,
  link,
  unlinked,
  map,
  site_part: sitePart,
  by_hand: byHand,
};

const readers: Readers = { liquid: liquidOf, writer: writerOf };

const readerOf = (node: PageNode): NodeReader<PageNode> => byKind[node.kind];

/** Puts neighbouring constants into one. */
function joined(nodes: readonly PageNode[]): readonly PageNode[] {
  return nodes.reduce<PageNode[]>((list, node) => {
    const last = list.at(-1);
    if (node.kind === 'markup' && last?.kind === 'markup')
      list[list.length - 1] = { kind: 'markup', html: last.html + node.html };
    else list.push(node);
    return list;
  }, []);
}

/**
 * Writes nodes as Liquid.
 * @example liquidOf([{ kind: 'markup', html: '<p>A {{ brace }}</p>' }]) // => '{% raw %}<p>A {{ brace }}</p>{% endraw %}'
 */
export function liquidOf(nodes: readonly PageNode[]): string {
  return joined(nodes)
    .map((node) => readerOf(node).liquid(node, readers))
    .join('');
}

/**
 * Makes a function of nodes, about twenty times as fast as Liquid interprets them. Both write the same.
 * @returns null where somebody wrote Liquid by hand: only Liquid can write that
 */
export function writerOf(nodes: readonly PageNode[]): Write | null {
  const found = joined(nodes).map((node) =>
    node.kind === 'markup' ? markupText(node) : readerOf(node).writer(node, readers),
  );
  if (!found.every((part) => part !== null)) return null;
  const [only] = found;
  if (found.length === 1 && typeof only === 'function') return only;
  return (run) => {
    let text = '';
    for (const part of found) text += typeof part === 'string' ? part : part(run);
    return text;
  };
}
