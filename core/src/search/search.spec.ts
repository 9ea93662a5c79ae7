import { excerptOf } from './excerpt';
import { isFormOf, mistakesIn, type WordForms } from './forms';
import { searchFrom } from './search';
import { wordsOf } from './words';

const exactly = (word: string): WordForms => ({ word, stem: null, alternatives: [] });
const marked = (text: string, ...searched: readonly WordForms[]): string | undefined =>
  excerptOf(text, searched)
    ?.map((piece) => (piece.marked ? `[${piece.text}]` : piece.text))
    .join('');

describe('words that are searched for', () => {
  it('are small letters without marks, whatever stands between them', () => {
    expect(wordsOf('Hütte „Çelik“, VM-12 +00 512')).toEqual(['hutte', 'celik', 'vm', '12', '00', '512']);
    expect(wordsOf('ﬁne 𝐁old')).toEqual(['fine', 'bold']);
    expect(wordsOf('don’t stove@larch.example')).toEqual(['don', 't', 'stove', 'larch', 'example']);
  });

  it('are letters and numbers alone, cut between characters and never within one', () => {
    expect(wordsOf('⑴ ½ ﷺ ŉ')).toEqual(['1', '12', 'صلىاللهعليهوسلم', 'ʼn']);
    const [long = ''] = wordsOf(`a${'𐐨'.repeat(80)}`);
    expect(Array.from(long).length).toBe(60);
    expect(long.isWellFormed()).toBeTrue();
  });

  it('are parted where a script has no spaces', () => {
    const words = wordsOf('山の小屋と湖');
    expect(words.length).toBeGreaterThan(2);
    expect(words.join('')).toBe('山の小屋と湖');
  });

  it('are each looked for once', () => {
    expect(searchFrom('  Hut hut HUT lake ')).toEqual(['hut', 'lake']);
    expect(searchFrom(' ')).toEqual([]);
  });

  it('are refused where there are none, or too many', () => {
    expect(searchFrom('%!')).toEqual({ problem: 'There is no word in “%!” that could be searched for.' });
    const many = Array.from({ length: 17 }, (_none, index) => `w${index}`).join(' ');
    expect(searchFrom(many)).toEqual({ problem: 'A search has up to 16 words; this one has 17.' });
    expect(searchFrom('x'.repeat(201))).toEqual({
      problem: 'A search has up to 200 characters; this one has 201.',
    });
  });
});

describe('the forms of a word', () => {
  it('begin like it, have its stem with an ending, or are what was meant', () => {
    const forms: WordForms = { word: 'walking', stem: 'walk', alternatives: ['talking'] };
    const found = ['walkings', 'walks', 'talking', 'talk', 'walkietalkie'].filter((word) =>
      isFormOf(word, forms),
    );
    expect(found).toEqual(['walkings', 'walks', 'talking']);
  });

  it('may have mistakes in long words, never in numbers', () => {
    expect(['hut', 'lake', 'cabin', 'cabins', '20456', 'vm123456'].map(mistakesIn)).toEqual([
      0, 1, 1, 2, 0, 0,
    ]);
  });
});

describe('an excerpt', () => {
  it('marks every word that was found', () => {
    expect(marked('A tiled stove,\nstoves and a Lake', exactly('stove'), exactly('lake'))).toBe(
      'A tiled [stove], [stoves] and a [Lake]',
    );
  });

  it('is nothing where none of the words stands', () => {
    expect(excerptOf('A tiled stove', [exactly('lake')])).toBeNull();
    expect(excerptOf('', [exactly('lake')])).toBeNull();
  });

  it('is cut out of a long text at words, and says so', () => {
    const text = `${'before '.repeat(60)}stove ${'after '.repeat(60)}`;
    const cut = marked(text, exactly('stove')) ?? '';
    expect(cut).toMatch(/^… before (before )+\[stove\] (after )+…$/);
    expect(cut.length).toBeLessThan(200);
    const unbroken = marked(`${'x'.repeat(300)} stove ${'y'.repeat(300)}`, exactly('stove')) ?? '';
    expect(unbroken).toMatch(/^… \[stove\] y+ …$/);
  });

  it('marks the letters as they are written', () => {
    expect(marked('Die Hütten am See', exactly('hutte'))).toBe('Die [Hütten] am See');
  });
});
