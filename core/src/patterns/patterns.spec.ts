import { hasPatternEngine, isPattern, patternTest, usePatternEngine } from './engine';
import { linearEngine } from './linear';

describe('patterns', () => {
  beforeEach(() => usePatternEngine(linearEngine));

  it('match anywhere, unless they say where', () => {
    expect([patternTest('[0-9]+')('room 12'), patternTest('^[0-9]+$')('room 12')]).toEqual([true, false]);
    expect(hasPatternEngine()).toBeTrue();
  });

  it('that cannot be read match nothing, and are told', () => {
    expect([isPattern('('), isPattern('a|b')]).toEqual([false, true]);
    expect(patternTest('(')('(')).toBeFalse();
  });

  it('take a time that grows with the text, and no more', () => {
    // On an engine that goes back and forth this would not end.
    expect(patternTest('^(a+)+$')(`${'a'.repeat(5000)}!`)).toBeFalse();
  });

  it('are bounded in length', () => {
    expect(isPattern('a'.repeat(501))).toBeFalse();
  });
});
