/** A way to a value that an expression reads: keys from where it stands, or from the entry. */
export interface ExpressionPath {
  readonly from: 'here' | 'entry';
  readonly keys: readonly string[];
}

const TOKENS =
  /"(?:\\.|[^"\\])*"|'(?:\\.|[^'\\])*'|\/\*[\s\S]*?\*\/|`[^`]+`|\$\$|\$[\w]*|[A-Za-z_]\w*|\d+(?:\.\d+)?|:=|\.\.|[.[\](){}]|[^\s]/g;
const WORDS: ReadonlySet<string> = new Set(['and', 'or', 'in', 'true', 'false', 'null', 'function']);

/** What is known while reading: the names inside brackets are seen from the value before them. */
interface Reading {
  readonly context: ExpressionPath | null;
  path: ExpressionPath | null;
}

const HERE: ExpressionPath = { from: 'here', keys: [] };
const ENTRY: ExpressionPath = { from: 'entry', keys: [] };

const isName = (token: string): boolean => /^[A-Za-z_`]/.test(token) && !WORDS.has(token);

const below = (path: ExpressionPath | null, name: string): ExpressionPath | null =>
  path && { ...path, keys: [...path.keys, name.replaceAll('`', '')] };

/**
 * Lists the ways to values that an expression reads, without parsing it whole.
 *
 * Names stand for members of what is before them (`rooms.beds`, `rooms[beds > 2]`, `rooms.(beds * 2)`), else of the row
 * or entry the expression belongs to; `$$` and `$entry` lead back to the entry. What comes out of functions and variables
 * is not followed.
 *
 * @param expression JSONata
 * @returns each way once, in reading order, the ways to what is above it among them
 * @see https://docs.jsonata.org/path-operators
 * @example pathsIn('$sum(rooms.beds)') // => [{ from: 'here', keys: ['rooms'] }, { from: 'here', keys: ['rooms', 'beds'] }]
 */
export function pathsIn(expression: string): readonly ExpressionPath[] {
  const found = new Map<string, ExpressionPath>();
  const stack: Reading[] = [];
  let now: Reading = { context: HERE, path: null };
  let before: string | null = null;
  const note = (path: ExpressionPath | null): void => {
    if (path) found.set(JSON.stringify(path), path);
  };
  for (const [token] of expression.matchAll(TOKENS)) {
    if (token.startsWith('/*')) continue;
    if (token === '[' || token === '(' || token === '{') {
      // A predicate, or a block behind a dot, looks at the value before it.
      const looksInside = token === '(' ? before === '.' : now.path !== null;
      stack.push(now);
      now = { context: looksInside ? now.path : now.context, path: null };
    } else if (token === ']' || token === ')' || token === '}') {
      const outer = stack.pop() ?? { context: HERE, path: null };
      now = { context: outer.context, path: token === ']' ? outer.path : null };
    } else if (token === '$$' || token === '$entry') now.path = ENTRY;
    else if (isName(token)) {
      now.path = below(before === '.' ? now.path : now.context, token);
      note(now.path);
    } else if (token !== '.') now.path = null;
    before = token;
  }
  return [...found.values()];
}
