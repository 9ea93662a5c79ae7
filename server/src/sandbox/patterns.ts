import { PatternStopped, type PatternEngine } from '@tovlet/core/patterns/engine';
import { linearEngine } from '@tovlet/core/patterns/linear';

/**
 * All comparisons with patterns between two turns of the event loop have so long together, in milliseconds. A whole page
 * of ordinary values takes less than one.
 */
const TURN_TIME = 150;

let spent = 0;
let waiting = false;

function count(elapsed: number): void {
  spent += elapsed;
  if (waiting) return;
  waiting = true;
  setImmediate(() => {
    spent = 0;
    waiting = false;
  });
}

/**
 * The engine for patterns on the server. It runs where values are read, thousands of times a second and in the middle of
 * other work, so that a process of its own would cost more than it runs; what bounds it is a linear-time engine, the size
 * of pattern and text, and this: many slow comparisons at once are stopped, and what is stopped counts as unfit.
 */
export const patiently: PatternEngine = (pattern) => {
  const test = linearEngine(pattern);
  return (text) => {
    if (spent > TURN_TIME) throw new PatternStopped();
    const start = performance.now();
    try {
      return test(text);
    } finally {
      count(performance.now() - start);
    }
  };
};
