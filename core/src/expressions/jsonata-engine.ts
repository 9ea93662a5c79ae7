import { say } from '../locale/say';
import jsonata from 'jsonata';
import { RE2JS } from 're2js';
import * as z from 'zod';
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
 * expression cannot be stopped by its time limit. JSONata looks for one match after the other.
 */
class LinearRegExp {
  /** Where the next match is looked for. */
  lastIndex = 0;
  private readonly pattern: RE2JS;

  /** @param given what the parser read; it is never run */
  constructor({ source, flags }: RegExp) {
    const insensitive = flags.includes('i') ? RE2JS.CASE_INSENSITIVE : 0;
    const multiline = flags.includes('m') ? RE2JS.MULTILINE : 0;
    this.pattern = RE2JS.compile(RE2JS.translateRegExp(source), insensitive | multiline);
  }

  exec(text: string): RegExpExecArray | null {
    const matcher = this.pattern.matcher(text);
    if (!matcher.find(this.lastIndex)) return null;
    const [first = '', ...groups] = Array.from(
      { length: matcher.groupCount() + 1 },
      (_, group) => matcher.group(group) ?? '',
    );
    this.lastIndex = matcher.end();
    return Object.assign([first, ...groups], { index: matcher.start(), input: text, 0: first });
  }
}

/** RegExp itself as far as anybody asks, except that what it makes is linear: JSONata takes a class like it. */
const LinearRegExps = new Proxy(RegExp, {
  construct(_, [given]: readonly unknown[]) {
    if (!(given instanceof RegExp)) throw new TypeError('A pattern is made from what the parser read.');
    return new LinearRegExp(given);
  },
});

/** What the language throws, as far as it is so. */
const thrown = z
  .object({ code: z.string().catch(''), position: z.number().catch(0), message: z.string() })
  .catch({ code: '', position: 0, message: say`It cannot be read.` });

/** Messages of the language's own errors, as sentences. */
function faultFrom(error: unknown): ExpressionFault {
  const { code, position, message } = thrown.parse(error);
  if (code === 'S0207') return { message: say`The expression ends too early.`, position };
  return { message: /[.?]$/.test(message) ? message : `${message}.`, position };
}

/** Codes of what an expression cannot work on begin with T. */
const isMisfit = (error: unknown): boolean => thrown.parse(error).code.startsWith('T');

const stopped = (error: unknown): ExpressionStopped =>
  new ExpressionStopped(faultFrom(error).message, isMisfit(error));

/** Evaluates one input after the other. */
const eachOf =
  (evaluate: CompiledExpression['evaluate']): CompiledExpression['evaluateEach'] =>
  async (inputs, bindings) => {
    const values: unknown[] = [];
    for (const input of inputs) {
      values.push(
        await evaluate(input, bindings ?? { entry: input }).catch((error: unknown) => {
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
        RegexEngine: LinearRegExps,
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
