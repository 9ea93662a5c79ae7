import { RE2JS } from 're2js';
import { PatternStopped, type PatternEngine } from './engine';

/** The largest pattern, in steps of its program: time grows with this times the length of the text. */
const PROGRAM_LIMIT = 1_000;

/** The most work for one text, in steps of the program times characters: about a tenth of a second at worst. */
const WORK_LIMIT = 4_000_000;

/**
 * The engine for patterns that people write: its time grows linearly with the text, and both factors are bounded, so that
 * no pattern can hold a server up.
 * @throws SyntaxError when a pattern cannot be read, or is too large once its repetitions are written out
 * @see https://github.com/google/re2/wiki/Syntax
 */
export const linearEngine: PatternEngine = (pattern) => {
  const compiled = RE2JS.compile(pattern);
  const size = compiled.programSize();
  if (size > PROGRAM_LIMIT) throw new SyntaxError('The pattern repeats too much');
  return (text) => {
    if (size * text.length > WORK_LIMIT) throw new PatternStopped();
    return compiled.matcher(text).find();
  };
};
