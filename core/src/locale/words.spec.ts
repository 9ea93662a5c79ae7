import { wordsIn } from './words';

describe('the words of a text', () => {
  it('are counted as people read them', () => {
    expect(wordsIn('', 'en')).toBe(0);
    expect(wordsIn('Two words, no more.', 'en')).toBe(4);
    expect(wordsIn("It's noon – open!", 'en')).toBe(3);
    expect(wordsIn('Die Hütte\n\nliegt hoch', 'de')).toBe(4);
    expect(wordsIn('山小屋は開いています', 'ja')).toBeGreaterThan(1);
  });
});
