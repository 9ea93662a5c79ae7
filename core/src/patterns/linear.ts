import { RE2JS } from 're2js';
import type { PatternEngine } from './engine';

/**
 * The engine for patterns that people write: its time grows linearly with the text, so that no pattern can hold a server up.
 * @see https://github.com/google/re2/wiki/Syntax
 */
export const linearEngine: PatternEngine = (pattern) => {
  const compiled = RE2JS.compile(pattern);
  return (text) => compiled.matcher(text).find();
};
