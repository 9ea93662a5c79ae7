import { nameBeforeCaret, namedIn, piecesOf } from './mentions';

describe('names in comments', () => {
  const tobrin = { id: 'p_1', name: 'Tobrin' };
  const kestling = { id: 'p_2', name: 'Tobrin Kestling' };

  it('are looked for behind an @ that begins a word', () => {
    expect(nameBeforeCaret('Look, @tob', 10)).toEqual({ start: 6, words: 'tob' });
    expect(nameBeforeCaret('@', 1)).toEqual({ start: 0, words: '' });
    expect(nameBeforeCaret('Look, @tob here', 6)).toBeNull();
    expect(nameBeforeCaret('mail@example', 12)).toBeNull();
    expect(nameBeforeCaret('@one\nmore', 9)).toBeNull();
    expect(nameBeforeCaret(`@${'x'.repeat(80)}`, 81)).toBeNull();
  });

  it('are those that stand there whole, the longest first', () => {
    const people = [tobrin, kestling];
    expect(namedIn('@Tobrin Kestling, look', people)).toEqual(['p_2']);
    expect(namedIn('@Tobrin and @Tobrin Kestling', people)).toEqual(['p_2', 'p_1']);
    expect(namedIn('Tobrin Kestling', people)).toEqual([]);
  });

  it('stand out from what is said', () => {
    expect(piecesOf('Hello @Tobrin!', [tobrin])).toEqual([
      { text: 'Hello ', isName: false },
      { text: '@Tobrin', isName: true },
      { text: '!', isName: false },
    ]);
    expect(piecesOf('Nobody', [])).toEqual([{ text: 'Nobody', isName: false }]);
  });
});
