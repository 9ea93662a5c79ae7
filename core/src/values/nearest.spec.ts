import { nearestOf } from './nearest';

describe('the nearest word', () => {
  const cases: readonly (readonly [string, readonly string[], string | null])[] = [
    ['altitud', ['altitude', 'opened'], 'altitude'],
    ['latitude', ['altitude'], 'altitude'],
    ['beds', ['bed', 'beds'], 'beds'],
    // Of two that are as near, the first.
    ['bat', ['cat', 'hat'], 'cat'],
    ['ab', ['cd'], 'cd'],
    ['ab', ['cde'], null],
    ['ab', ['abcd'], 'abcd'],
    ['ab', ['abcde'], null],
    ['', ['ab'], 'ab'],
    ['', ['abc'], null],
    // A third of a long word may differ, not more.
    ['abcdefghi', ['abcdefxyz'], 'abcdefxyz'],
    ['abcdefghi', ['abcdevxyz'], null],
    ['abcdefghi', ['abcdefghijkl'], 'abcdefghijkl'],
    ['anything', [], null],
  ];
  for (const [word, candidates, nearest] of cases)
    it(`to “${word}” among ${candidates.join(', ')} is ${nearest ?? 'none'}`, () =>
      expect(nearestOf(word, candidates)).toBe(nearest));

  it('is looked for in the first 64 characters alone, so that no text takes long', () => {
    const long = 'a'.repeat(64);
    expect(nearestOf(`${long}${'b'.repeat(60)}`, [`${long}${'c'.repeat(60)}`])).toContain('c');
  });
});
