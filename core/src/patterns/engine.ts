/** Tells whether a text has, somewhere in it, the form that a pattern describes. */
export type PatternTest = (text: string) => boolean;

/** Thrown by a test that would take too long for its text. */
export class PatternStopped extends Error {
  override readonly name = 'PatternStopped';
}

/** Makes a test from a pattern. @throws SyntaxError when the pattern cannot be read */
export type PatternEngine = (pattern: string) => PatternTest;

/** The longest pattern. */
export const PATTERN_LIMIT = 500;

const NEVER: PatternTest = () => false;
let engine: PatternEngine | null = null;
const tests = new Map<string, PatternTest>();

/**
 * Sets the engine that patterns run on. It is given from outside, so that the first screen need not wait for it.
 * @param use an engine whose time grows linearly with the text, whatever the pattern
 */
export function usePatternEngine(use: PatternEngine): void {
  engine = use;
  tests.clear();
}

/** Whether patterns can be tested yet. */
export const hasPatternEngine = (): boolean => engine !== null;

/**
 * Finds the test of a pattern, made once.
 * @returns a test that fails for everything while there is no engine, or when the pattern cannot be read
 */
export function patternTest(pattern: string): PatternTest {
  const known = tests.get(pattern);
  if (known) return known;
  if (!engine) return NEVER;
  const made = readPattern(pattern, engine);
  // A pattern being typed makes many; the oldest go.
  if (tests.size > 2000) tests.clear();
  tests.set(pattern, made ?? NEVER);
  return made ?? NEVER;
}

function readPattern(pattern: string, use: PatternEngine): PatternTest | null {
  try {
    return use(pattern);
  } catch {
    return null;
  }
}

/**
 * Compares a text with a pattern.
 * @returns whether it fits; null where that takes too long to tell
 * @throws what the engine fails with otherwise: that is a fault of Tovlet
 */
export function fitsPattern(pattern: string, text: string): boolean | null {
  try {
    return patternTest(pattern)(text);
  } catch (error) {
    if (error instanceof PatternStopped) return null;
    throw error;
  }
}

/** Tells whether a pattern can be read; true while there is no engine to ask. */
export function isPattern(pattern: string): boolean {
  return pattern.length <= PATTERN_LIMIT && (engine === null || readPattern(pattern, engine) !== null);
}
