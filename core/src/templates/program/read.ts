import { TypeGuards, type Token } from 'liquidjs';
import { isJsonObject, type JsonValue } from '../../json';
import { BeyondProgram, type Read, type Run } from './run';

const ROOTS: Readonly<Record<string, Read>> = {
  entry: (run: Run) => run.entry,
  site: (run: Run) => run.site,
  row: (run: Run) => run.row,
};

/** What Liquid finds on lists and texts beside their own properties. */
const COMPUTED: ReadonlySet<string> = new Set(['size', 'first', 'last']);

/** Takes one step into a value: an own property of an object, or the size of a list. */
function step(value: unknown, key: string): unknown {
  if (value === null || value === undefined) return undefined;
  if (Array.isArray(value) && key === 'size') return value.length;
  if (!isJsonObject(value)) throw new BeyondProgram();
  if (Object.hasOwn(value, key)) return value[key];
  if (COMPUTED.has(key)) throw new BeyondProgram();
  return undefined;
}

function keysOf(token: Token): readonly string[] | null {
  if (!TypeGuards.isPropertyAccessToken(token) || token.variable !== undefined) return null;
  const keys = token.props.map((prop) => (TypeGuards.isWordToken(prop) ? prop.content : null));
  return keys.every((key) => key !== null) ? keys : null;
}

/** A path such as `entry.altitude`; null when it begins or goes on in a way that only Liquid knows. */
function pathReader(token: Token): Read | null {
  const [root, ...rest] = keysOf(token) ?? [];
  const start = root === undefined ? undefined : ROOTS[root];
  if (!start || !Object.hasOwn(ROOTS, root ?? '')) return null;
  const [only] = rest;
  if (rest.length === 1 && only !== undefined) return (run) => step(start(run), only);
  return (run) => rest.reduce<unknown>(step, start(run));
}

function constantOf(token: Token): { readonly value: JsonValue } | null {
  if (TypeGuards.isQuotedToken(token) || TypeGuards.isNumberToken(token)) return { value: token.content };
  if (!TypeGuards.isLiteralToken(token)) return null;
  const { literal } = token;
  if (literal === 'nil' || literal === 'null') return { value: null };
  return literal === 'true' || literal === 'false' ? { value: literal === 'true' } : null;
}

/** The constant nil. */
export const readNull: Read = () => null;

/**
 * Makes a reader of a path or a constant.
 * @returns null when it is neither, or a kind of either that only Liquid knows
 */
export function readerOf(token: Token): Read | null {
  const constant = constantOf(token);
  if (!constant) return pathReader(token);
  return constant.value === null ? readNull : () => constant.value;
}
