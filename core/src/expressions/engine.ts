/** An expression that cannot be read: why, and where. */
export interface ExpressionFault {
  readonly message: string;
  /** Characters before the place of the fault. */
  readonly position: number;
}

/** An expression ready to run. */
export interface CompiledExpression {
  /**
   * Evaluates it.
   * @param input the values it is seen from, by key
   * @param bindings values behind names with a dollar sign
   * @returns what it comes to; undefined where it says nothing
   * @throws ExpressionStopped when it takes too long or nests too deep, or works on what it cannot
   */
  evaluate(input: unknown, bindings: Readonly<Record<string, unknown>>): Promise<unknown>;
  /**
   * Evaluates it for several inputs, such as the rows of a repeater.
   * @param bindings left out, each input is its own entry
   * @returns for each what it comes to; where it was stopped, the reason in the place of the value
   */
  evaluateEach(
    inputs: readonly unknown[],
    bindings?: Readonly<Record<string, unknown>>,
  ): Promise<readonly unknown[]>;
}

/** Why an expression came to nothing. */
export class ExpressionStopped extends Error {
  override readonly name = 'ExpressionStopped';

  /** @param misfit whether it worked on what it cannot, such as adding texts; else it went beyond a limit */
  constructor(
    message: string,
    readonly misfit = false,
  ) {
    super(message);
  }
}

/** Reads expressions. Given from outside, so that the first screen need not wait for it. */
export interface ExpressionEngine {
  compile(expression: string): CompiledExpression | ExpressionFault;
}

let engine: ExpressionEngine | null = null;
const known = new Map<string, CompiledExpression | ExpressionFault>();

/** Sets the engine that rules and computed values run on. */
export function useExpressionEngine(use: ExpressionEngine): void {
  engine = use;
  known.clear();
}

/** Whether expressions can be read yet. */
export const hasExpressionEngine = (): boolean => engine !== null;

/** Tells a fault from an expression that can run. */
export const isFault = (read: CompiledExpression | ExpressionFault): read is ExpressionFault =>
  'message' in read;

/**
 * Reads an expression, once for as long as it is in use.
 * @returns null while there is no engine
 * @example readExpression('1 +') // => { message: 'The expression ends too early.', position: 3 }
 */
export function readExpression(expression: string): CompiledExpression | ExpressionFault | null {
  const before = known.get(expression);
  if (before) return before;
  if (!engine) return null;
  const read = engine.compile(expression);
  if (known.size > 2000) known.clear();
  known.set(expression, read);
  return read;
}
