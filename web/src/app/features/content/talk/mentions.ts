/** Somebody who can be named. */
export interface Nameable {
  readonly id: string;
  readonly name: string;
}

/** A piece of a comment: plain, or somebody's name. */
export interface CommentPiece {
  readonly text: string;
  readonly isName: boolean;
}

/** So much of a name is looked for behind an `@`. */
const LONGEST = 60;

/**
 * Finds the name that is being typed before the caret.
 * @returns where its `@` stands and what follows; null where none is being typed
 * @example nameBeforeCaret('Look, @tob', 10) // => { start: 6, words: 'tob' }
 */
export function nameBeforeCaret(
  text: string,
  caret: number,
): { readonly start: number; readonly words: string } | null {
  const start = text.lastIndexOf('@', caret - 1);
  if (start < 0 || caret - start > LONGEST) return null;
  // An address is no name: before the @ stands nothing, or what ends a word.
  if (start > 0 && /[\p{L}\p{N}]/u.test(text[start - 1] ?? '')) return null;
  const words = text.slice(start + 1, caret);
  return words.includes('\n') ? null : { start, words };
}

const longestFirst = (people: readonly Nameable[]): readonly Nameable[] =>
  [...people].sort((one, other) => other.name.length - one.name.length);

/**
 * Finds whom a text names as `@name`.
 * @returns their ids, each once
 */
export function namedIn(text: string, people: readonly Nameable[]): readonly string[] {
  const found: string[] = [];
  let rest = text;
  for (const { id, name } of longestFirst(people)) {
    if (!rest.includes(`@${name}`)) continue;
    found.push(id);
    // A shorter name that begins alike is not meant with it.
    rest = rest.replaceAll(`@${name}`, '');
  }
  return found;
}

/** Parts a comment into what is said and the names in it. */
export function piecesOf(text: string, named: readonly Nameable[]): readonly CommentPiece[] {
  let pieces: readonly CommentPiece[] = [{ text, isName: false }];
  for (const { name } of longestFirst(named)) {
    pieces = pieces.flatMap((piece) => (piece.isName ? [piece] : partedBy(piece.text, `@${name}`)));
  }
  return pieces.filter((piece) => piece.text !== '');
}

const partedBy = (text: string, name: string): readonly CommentPiece[] =>
  text
    .split(name)
    .flatMap((plain, index) => [
      ...(index === 0 ? [] : [{ text: name, isName: true }]),
      { text: plain, isName: false },
    ]);
