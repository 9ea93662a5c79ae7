import { narrowed } from './narrowing';
import type { Narrowing, NodeReader, PageNode, RowsNode } from './node';
import { itemsOf } from './read';
import { expressionOf, quoted, rootOf } from './written';

/**
 * A page with more to write in its rows is left to Liquid, in a process that can be ended: lists in lists in lists can be
 * endless. So many nodes take about a tenth of a second.
 */
const MOST_STEPS = 100_000;

/** Thrown where a page has too much in its rows to be written here. */
export class TooManySteps extends Error {
  override readonly name = 'TooManySteps';
}

/** How many nodes one row writes at most; lists in it count for themselves. */
const stepsOf = (nodes: readonly PageNode[]): number =>
  nodes.reduce((sum, node) => {
    if (node.kind === 'rows' || !('body' in node)) return sum + 1;
    return sum + 1 + stepsOf(node.body) + ('otherwise' in node ? stepsOf(node.otherwise) : 0);
  }, 1);

/** The filters that narrow a list in Liquid; empty where it is not narrowed. */
function narrowingInLiquid(narrowing: Narrowing | undefined): string {
  if (!narrowing) return '';
  const { kept, sorted, take } = narrowing;
  const filters = [
    kept && `fitting: "${kept.block}"`,
    sorted && `sorted: ${quoted(sorted.path.keys)}, ${sorted.descending}`,
    take !== null && `take: ${take}`,
  ];
  return filters.flatMap((each) => (each ? [` | ${each}`] : [])).join('');
}

export const rows: NodeReader<RowsNode> = {
  liquid({ rows: path, narrowing, depth, body, otherwise }, { liquid }) {
    const instead = otherwise.length === 0 ? '' : `{% else %}${liquid(otherwise)}`;
    const narrow = narrowingInLiquid(narrowing);
    const isPlain = !path.many && narrow === '';
    const all = path.many ? `${rootOf(path)} | items_at: ${quoted(path.keys)}` : expressionOf(path);
    const list = isPlain ? expressionOf(path) : 'items';
    const before = isPlain ? '' : `{% assign items = ${all}${narrow} %}`;
    const written = liquid(body);
    // Lists within this one have a row of their own, and may read from this one's.
    const kept = written.includes(`row_${depth}`) ? `{% assign row_${depth} = row %}` : '';
    return `${before}{% for row in ${list} %}${kept}${written}${instead}{% endfor %}`;
  },
  writer({ rows: path, narrowing, body, otherwise }, { writer }) {
    const [write, instead] = [writer(body), writer(otherwise)];
    if (!write || !instead) return null;
    const read = itemsOf(path);
    const steps = stepsOf(body);
    return (run) => {
      const all = read(run);
      const list = narrowing ? narrowed(all, narrowing, run.holds) : all;
      if (list.length === 0) return instead(run);
      run.steps += list.length * steps;
      if (run.steps > MOST_STEPS) throw new TooManySteps();
      let text = '';
      for (const row of list) {
        run.seats.push(row);
        text += write(run);
        run.seats.pop();
      }
      return text;
    };
  },
};
