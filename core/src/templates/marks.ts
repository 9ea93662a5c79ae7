/** How a comment on a page that is tried tells where a block begins, and where it ends. */
const START = 'block ';
const END = 'end of block ';

/** The comment before a block. */
export const blockStart = (id: string): string => `<!--${START}${id}-->`;

/** The comment behind a block. */
export const blockEnd = (id: string): string => `<!--${END}${id}-->`;

/** What a comment says of a block. */
export interface BlockMark {
  readonly block: string;
  readonly begins: boolean;
}

/**
 * Reads a comment of a page.
 * @returns null where it is about no block
 * @example markIn('block b_1') // => { block: 'b_1', begins: true }
 */
export function markIn(comment: string): BlockMark | null {
  if (comment.startsWith(END)) return { block: comment.slice(END.length), begins: false };
  return comment.startsWith(START) ? { block: comment.slice(START.length), begins: true } : null;
}
