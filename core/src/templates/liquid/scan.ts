/** An output or a tag of a template written in Liquid. */
export interface LiquidPiece {
  /** The name of the tag; empty for an output. */
  readonly tag: string;
  /** What stands in it, behind the name. */
  readonly text: string;
  /** Where that begins, in characters of the whole. */
  readonly from: number;
}

/** What stands in these is text, whatever it looks like. */
const VERBATIM: ReadonlySet<string> = new Set(['raw', 'comment', 'doc']);

/** An opening, the name of a tag, and what stands behind it. */
const PIECE = /(\{\{-?|\{%-?\s*(\w+))((?:(?!\}\}|%\})[\s\S])*)(?:\}\}|%\})/g;

/**
 * Finds the outputs and tags of a template, in order. What is verbatim is left out.
 * @example scanLiquid('<p>{{ entry.title }}</p>')[0]?.text.trim() // => 'entry.title'
 */
export function scanLiquid(source: string): readonly LiquidPiece[] {
  const pieces: LiquidPiece[] = [];
  const pattern = new RegExp(PIECE);
  for (let found = pattern.exec(source); found; found = pattern.exec(source)) {
    const [, opening = '', tag = '', text = ''] = found;
    pieces.push({ tag, text, from: found.index + opening.length });
    if (!VERBATIM.has(tag)) continue;
    const end = new RegExp(`\\{%-?\\s*end${tag}\\b`, 'g');
    end.lastIndex = pattern.lastIndex;
    pattern.lastIndex = end.exec(source)?.index ?? source.length;
  }
  return pieces;
}
