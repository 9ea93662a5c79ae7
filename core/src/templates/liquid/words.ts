/** One key in a template, with its place in characters of the whole. */
export interface Segment {
  readonly key: string;
  readonly from: number;
  readonly to: number;
}

/** What an expression is made of, as far as paths are concerned. */
export type Word =
  /** A variable and the keys behind it, such as `entry.wardens[0].title`. */
  | { readonly kind: 'path'; readonly root: string; readonly segments: readonly Segment[] }
  | { readonly kind: 'text'; readonly segment: Segment }
  | { readonly kind: 'pipe' }
  | { readonly kind: 'other'; readonly text: string };

const WORD =
  /"([^"]*)"|'([^']*)'|([A-Za-z_][\w-]*)((?:\.[A-Za-z_][\w-]*|\[[^\]]*\])*)|(\|)|([^\s"'|A-Za-z_]+)/g;
const KEY = /\.([A-Za-z_][\w-]*)|\[\s*(?:"([^"]*)"|'([^']*)'|[^\]]*)\s*\]/g;

/** Ways that Liquid itself gives into lists: they lead to no value of their own. */
const OF_LISTS: ReadonlySet<string> = new Set(['first', 'last', 'size']);

function segmentsOf(text: string, from: number): readonly Segment[] {
  return [...text.matchAll(KEY)].flatMap((found): readonly Segment[] => {
    const key = found[1] ?? found[2] ?? found[3];
    if (key === undefined || OF_LISTS.has(key)) return [];
    const start = from + found.index + found[0].indexOf(key);
    return [{ key, from: start, to: start + key.length }];
  });
}

/**
 * Reads the words of an expression.
 * @param from where it begins in the template
 * @example wordsOf('entry.title | upcase', 0).length // => 3
 */
export function wordsOf(expression: string, from: number): readonly Word[] {
  return [...expression.matchAll(WORD)].map((found): Word => {
    const [whole, double, single, root, keys = '', pipe] = found;
    const start = from + found.index;
    const text = double ?? single;
    if (text !== undefined)
      return { kind: 'text', segment: { key: text, from: start + 1, to: start + 1 + text.length } };
    if (root !== undefined) return { kind: 'path', root, segments: segmentsOf(keys, start + root.length) };
    return pipe === undefined ? { kind: 'other', text: whole } : { kind: 'pipe' };
  });
}
