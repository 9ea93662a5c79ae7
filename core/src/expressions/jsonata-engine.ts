import jsonata from 'jsonata';
import { RE2JS } from 're2js';
import {
  ExpressionStopped,
  type CompiledExpression,
  type ExpressionEngine,
  type ExpressionFault,
} from './engine';

/** The longest an expression may run, in milliseconds. */
const TIME_LIMIT = 200;
/** How deep its functions may call one another. */
const DEPTH_LIMIT = 100;
/** The most items a sequence may have. */
const SEQUENCE_LIMIT = 100_000;

/**
 * The part of RegExp that JSONata uses, on an engine whose time grows linearly with the text: a pattern inside of an
 * expression cannot be stopped by its time limit.
 */
class LinearRegExp {
  lastIndex = 0;
  private readonly pattern: RE2JS;

  readonly source: string;
  readonly flags: string;

  /** @param given what the parser read; it is never run */
  constructor(given: RegExp) {
    ({ source: this.source, flags: this.flags } = given);
    const insensitive = this.flags.includes('i') ? RE2JS.CASE_INSENSITIVE : 0;
    const multiline = this.flags.includes('m') ? RE2JS.MULTILINE : 0;
    this.pattern = RE2JS.compile(RE2JS.translateRegExp(this.source), insensitive | multiline);
  }

  exec(text: string): RegExpExecArray | null {
    const matcher = this.pattern.matcher(text);
    if (!matcher.find(this.lastIndex)) {
      this.lastIndex = 0;
      return null;
    }
    const groups = Array.from({ length: matcher.groupCount() + 1 }, (_, index) => matcher.group(index) ?? '');
    const index = matcher.start();
    if (this.flags.includes('g')) this.lastIndex = Math.max(matcher.end(), index + 1);
    return Object.assign(groups, { index, input: text, 0: groups[0] ?? '' });
  }

  test(text: string): boolean {
    return this.exec(text) !== null;
  }
}

/** Messages of the language's own errors, as sentences. */
function faultFrom(error: unknown): ExpressionFault {
  const known = typeof error === 'object' && error !== null ? error : {};
  const position = 'position' in known && typeof known.position === 'number' ? known.position : 0;
  const message =
    'message' in known && typeof known.message === 'string' ? known.message : 'It cannot be read.';
  if ('code' in known && known.code === 'S0207')
    return { message: 'The expression ends too early.', position };
  return { message: /[.?]$/.test(message) ? message : `${message}.`, position };
}

/** Codes of what an expression cannot work on begin with T. */
const isMisfit = (error: unknown): boolean =>
  typeof error === 'object' && error !== null && 'code' in error && String(error.code).startsWith('T');

const stopped = (error: unknown): ExpressionStopped =>
  new ExpressionStopped(faultFrom(error).message, isMisfit(error));

/** Evaluates one input after the other. */
const eachOf =
  (evaluate: CompiledExpression['evaluate']): CompiledExpression['evaluateEach'] =>
  async (inputs, bindings) => {
    const values: unknown[] = [];
    for (const input of inputs) {
      values.push(
        await evaluate(input, bindings).catch((error: unknown) => {
          if (error instanceof ExpressionStopped) return error;
          throw error;
        }),
      );
    }
    return values;
  };

/**
 * The engine for JSONata, bounded in time, depth and length.
 * @see https://docs.jsonata.org/embedding-extending
 */
export const jsonataEngine: ExpressionEngine = {
  compile(expression) {
    try {
      const compiled = jsonata(expression, {
        timeout: TIME_LIMIT,
        stack: DEPTH_LIMIT,
        sequence: SEQUENCE_LIMIT,
        // It asks for a whole RegExp and uses exec, test and flags.
        RegexEngine: LinearRegExp as unknown as RegExpConstructor,
      });
      const evaluate: CompiledExpression['evaluate'] = async (input, bindings) => {
        try {
          const value: unknown = await compiled.evaluate(input, { ...bindings });
          return value;
        } catch (error) {
          throw stopped(error);
        }
      };
      return { evaluate, evaluateEach: eachOf(evaluate) };
    } catch (error) {
      return faultFrom(error);
    }
  },
};
