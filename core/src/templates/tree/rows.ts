import type { NodeReader, RowsNode } from './node';
import { readerOf } from './read';

/** A page with more rows is left to Liquid, in a process that can be ended: lists in lists in lists can be endless. */
const MOST_ROWS = 20_000;

/** Thrown where a page has too many rows to be written here. */
export class TooManyRows extends Error {
  override readonly name = 'TooManyRows';
}

export const rows: NodeReader<RowsNode> = {
  liquid({ rows: { expression }, body, otherwise }, { liquid }) {
    const instead = otherwise.length === 0 ? '' : `{% else %}${liquid(otherwise)}`;
    return `{% for row in ${expression} %}${liquid(body)}${instead}{% endfor %}`;
  },
  writer({ rows: path, body, otherwise }, { writer }) {
    const [write, instead] = [writer(body), writer(otherwise)];
    if (!write || !instead) return null;
    const read = readerOf(path);
    return (run) => {
      const list: unknown = read(run);
      if (!Array.isArray(list) || list.length === 0) return instead(run);
      run.rows += list.length;
      if (run.rows > MOST_ROWS) throw new TooManyRows();
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
