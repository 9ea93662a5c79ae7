import { TypeGuards, type Token, type Value } from 'liquidjs';
import { readerOf, readNull } from './read';
import { BeyondProgram, type Read } from './run';

const isTruthy = (value: unknown): boolean => value !== false && value !== null && value !== undefined;

/** Liquid compares numbers with numbers; anything else is left to it. */
function numbers(compare: (a: number, b: number) => boolean): (a: unknown, b: unknown) => boolean {
  return (a, b) => {
    if (a === null || a === undefined) return false;
    if (typeof a === 'number' && typeof b === 'number') return compare(a, b);
    throw new BeyondProgram();
  };
}

function equals(a: unknown, b: unknown): boolean {
  if (typeof a === 'object' && a !== null && typeof b === 'object' && b !== null) throw new BeyondProgram();
  return (a ?? null) === (b ?? null);
}

const OPERATORS: Readonly<Record<string, (a: unknown, b: unknown) => boolean>> = {
  '==': equals,
  '!=': (a, b) => !equals(a, b),
  '>': numbers((a, b) => a > b),
  '<': numbers((a, b) => a < b),
  '>=': numbers((a, b) => a >= b),
  '<=': numbers((a, b) => a <= b),
  and: (a, b) => isTruthy(a) && isTruthy(b),
  or: (a, b) => isTruthy(a) || isTruthy(b),
};

/** Puts operands and operators in postfix order together; null when one is unknown. */
function combine(postfix: readonly Token[]): Read | null {
  const stack: Read[] = [];
  for (const token of postfix) {
    if (!TypeGuards.isOperatorToken(token)) {
      const reader = readerOf(token);
      if (!reader) return null;
      stack.push(reader);
      continue;
    }
    const operate = OPERATORS[token.operator];
    const [right, left] = [stack.pop(), stack.pop()];
    if (!operate || !left || !right) return null;
    // By far the most frequent test: whether a value is there.
    if (token.operator === '!=' && right === readNull) stack.push((run) => (left(run) ?? null) !== null);
    else stack.push((run) => operate(left(run), right(run)));
  }
  const [read] = stack;
  return stack.length === 1 && read ? read : null;
}

/**
 * Makes the test of an `if`.
 * @returns null when the expression has filters, or operators that only Liquid knows
 */
export function testOf(value: Value): Read | null {
  const read = value.filters.length === 0 ? combine(value.initial.postfix) : null;
  return read && ((run) => isTruthy(read(run)));
}
