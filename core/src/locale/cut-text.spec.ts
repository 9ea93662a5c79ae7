import { cutText } from './cut-text';

describe('running text', () => {
  it('is cut at the end of a word, where it has any', () => {
    expect(cutText('One two, three', 10)).toBe('One two…');
    expect(cutText('Short', 10)).toBe('Short');
    expect(cutText('Exactly 10', 10)).toBe('Exactly 10');
    expect(cutText('Unbreakable-and-long', 10)).toBe('Unbreakab…');
  });
});
