/** A way to a value that an expression reads: keys from where it stands, or from the entry. */
export interface ExpressionPath {
  readonly from: 'here' | 'entry';
  readonly keys: readonly string[];
}

/** A name in an expression: where it is written, and the way to the value it stands for. */
export interface ExpressionName {
  /** Where it begins and where it is over, in characters from the start of the expression. */
  readonly start: number;
  readonly end: number;
  readonly path: ExpressionPath;
}

// A slash begins a pattern where a value is expected, else it divides.
const TOKENS =
  /(?<=^|[(,=<>:?&|;[{!]\s*)\/(?!\*)(?:\\.|[^\\/\n])+\/[a-z]*|"(?:\\.|[^"\\])*"|'(?:\\.|[^'\\])*'|\/\*[\s\S]*?\*\/|`[^`]+`|\$\$|\$[\w]*|[A-Za-z_]\w*|\d+(?:\.\d+)?|:=|\.\.|[.[\](){}]|[^\s]/g;
const WORDS: ReadonlySet<string> = new Set(['and', 'or', 'in', 'true', 'false', 'null', 'function']);

/** Which parameters of a function that is handed over stand for one item of the list that is handed over before it. */
const ITEMS: Readonly<Record<string, readonly number[]>> = {
  $map: [0],
  $filter: [0],
  $single: [0],
  $sort: [0, 1],
  $reduce: [1],
};

const HERE: ExpressionPath = { from: 'here', keys: [] };
const ENTRY: ExpressionPath = { from: 'entry', keys: [] };

const isName = (token: string): boolean => /^[A-Za-z_`]/.test(token) && !WORDS.has(token);
const isVariable = (token: string): boolean => /^\$\w/.test(token);

/** What is known inside one pair of brackets. */
interface Reading {
  /** What names are seen from. */
  readonly context: ExpressionPath | null;
  /** The function these are the brackets of, with what was handed over so far. */
  readonly callee: string;
  readonly given: (ExpressionPath | null)[];
  /** The variable that is given what is being read. */
  variable: string;
  /** What has been read last. */
  path: ExpressionPath | null;
}

const reading = (context: ExpressionPath | null, callee = ''): Reading => ({
  context,
  callee,
  given: [],
  variable: '',
  path: null,
});

/** Reads an expression from its first token to its last. */
class Reader {
  readonly names: ExpressionName[] = [];
  private readonly stack: Reading[] = [];
  /** What variables stand for: the last that one was given counts. */
  private readonly variables = new Map<string, ExpressionPath | null>();
  private now = reading(HERE);
  private before = '';
  /** What a function behind a dot looks at. */
  private asked: ExpressionPath | null = null;

  take(token: string, start: number): void {
    if (token.startsWith('/*')) return;
    if (token === '[' || token === '(' || token === '{') this.open(token);
    else if (token === ']' || token === ')' || token === '}') this.close(token);
    else if (token === ',' || token === ';') this.end(token);
    else if (token === ':=') this.now.variable = this.before;
    else if (token === '$$' || token === '$entry') this.now.path = ENTRY;
    else if (token === '$') this.now.path = this.now.context;
    else if (isVariable(token)) this.variable(token);
    else if (isName(token)) this.name(token, start);
    else if (token !== '.') this.now.path = null;
    this.before = token;
  }

  private open(token: string): void {
    const isCall = token === '(' && (isVariable(this.before) || this.before === 'function');
    // A predicate, or a block behind a dot, looks at the value before it.
    const looksInside = token === '(' ? this.before === '.' : this.now.path !== null;
    const inside = looksInside ? this.now.path : this.now.context;
    this.stack.push(this.now);
    this.now = reading(isCall && this.asked ? this.asked : inside, isCall ? this.before : '');
    this.asked = null;
  }

  private close(token: string): void {
    this.end(token);
    const outer = this.stack.pop() ?? reading(HERE);
    if (token !== ']') outer.path = null;
    this.now = outer;
  }

  /** What was read until here is over: it is given to a variable, or handed over. */
  private end(token: string): void {
    const { variable, path, given } = this.now;
    if (variable !== '') this.variables.set(variable, path);
    if (token === ',') given.push(path);
    this.now.variable = '';
    if (token === ',' || token === ';') this.now.path = null;
  }

  private variable(token: string): void {
    const call = this.stack.at(-1);
    if (this.now.callee === 'function' && call) {
      const isItem = ITEMS[call.callee]?.includes(this.now.given.length) ?? false;
      this.variables.set(token, isItem ? (call.given[0] ?? null) : null);
      return;
    }
    this.asked = this.before === '.' ? this.now.path : null;
    this.now.path = this.before === '.' ? null : (this.variables.get(token) ?? null);
  }

  private name(token: string, start: number): void {
    const parent = this.before === '.' ? this.now.path : this.now.context;
    const path = parent && { ...parent, keys: [...parent.keys, token.replaceAll('`', '')] };
    this.now.path = path;
    if (path) this.names.push({ start, end: start + token.length, path });
  }
}

/**
 * Finds the names of an expression that stand for values, without parsing it whole.
 *
 * Names stand for members of what is before them (`rooms.beds`, `rooms[beds > 2]`, `rooms.(beds * 2)`,
 * `rooms.$sum(beds)`), else of the row or entry the expression belongs to; `$` is what is looked at, `$$` and `$entry` lead
 * back to the entry. Variables stand for the way they were given, and in functions that are handed to `$map`, `$filter`,
 * `$single`, `$sort` and `$reduce` for one of the list. What comes out of other functions is not followed.
 *
 * @param expression JSONata
 * @returns in reading order
 * @see https://docs.jsonata.org/path-operators
 * @example namesIn('rooms.beds') // => names at 0–5 and 6–10
 */
export function namesIn(expression: string): readonly ExpressionName[] {
  const reader = new Reader();
  for (const { 0: token, index } of expression.matchAll(TOKENS)) reader.take(token, index);
  return reader.names;
}

/**
 * Lists the ways to values that an expression reads.
 * @param expression JSONata
 * @returns each way once, in reading order, the ways to what is above it among them
 * @example pathsIn('$sum(rooms.beds)') // => [{ from: 'here', keys: ['rooms'] }, { from: 'here', keys: ['rooms', 'beds'] }]
 */
export function pathsIn(expression: string): readonly ExpressionPath[] {
  const found = new Map(namesIn(expression).map(({ path }) => [JSON.stringify(path), path]));
  return [...found.values()];
}

/**
 * Writes a key so that an expression takes it for a name.
 * @example nameOf('in') // => '`in`'
 */
export const nameOf = (key: string): string => (WORDS.has(key) ? `\`${key}\`` : key);
