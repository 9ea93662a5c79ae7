import type { NodeReader, PageNode, RowsNode } from './node';
import { readerOf } from './read';

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

export const rows: NodeReader<RowsNode> = {
  liquid({ rows: { expression }, body, otherwise }, { liquid }) {
    const instead = otherwise.length === 0 ? '' : `{% else %}${liquid(otherwise)}`;
    return `{% for row in ${expression} %}${liquid(body)}${instead}{% endfor %}`;
  },
  writer({ rows: path, body, otherwise }, { writer }) {
    const [write, instead] = [writer(body), writer(otherwise)];
    if (!write || !instead) return null;
    const read = readerOf(path);
    const steps = stepsOf(body);
    return (run) => {
      const list: unknown = read(run);
      if (!Array.isArray(list) || list.length === 0) return instead(run);
      run.steps += list.length * steps;
      if (run.steps > MOST_STEPS) throw new TooManySteps();
      const around = run.row;
      let text = '';
      for (const row of list) {
        run.row = row;
        text += write(run);
      }
      run.row = around;
      return text;
    };
  },
};
