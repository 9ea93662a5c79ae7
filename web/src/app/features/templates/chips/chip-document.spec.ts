import type { Binding } from '@tovlet/core/templates/binding';
import { joinedPieces, type ChipText } from '@tovlet/core/templates/chip-text';
import { documentFrom, textFrom } from './chip-document';

const altitude: Binding = { source: 'entry', path: 'f_altitude', format: null, fallback: '' };

describe('the document of words with chips', () => {
  it('has a paragraph for each line, and chips in them', () => {
    expect(documentFrom(['Up ', altitude, '\nThere'])).toEqual({
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [
            { type: 'text', text: 'Up ' },
            { type: 'chip', attrs: { binding: altitude } },
          ],
        },
        { type: 'paragraph', content: [{ type: 'text', text: 'There' }] },
      ],
    });
    expect(textFrom(documentFrom([]))).toEqual([]);
  });

  it('gives back every text that it was made from', () => {
    const kinds: ChipText = ['a', ' b ', '\n', '\n\n', altitude, { ...altitude, prefix: '(' }, '@', '<i>'];
    let seed = 7;
    const next = (bound: number): number => (seed = (seed * 16_807) % 2_147_483_647) % bound;
    for (let round = 0; round < 300; round += 1) {
      const text = joinedPieces(Array.from({ length: next(9) }, () => kinds[next(kinds.length)] ?? ''));
      expect(textFrom(documentFrom(text)))
        .withContext(JSON.stringify(text))
        .toEqual(text);
    }
  });

  it('leaves out what names no value', () => {
    const foreign = { type: 'chip', attrs: { binding: { source: 'elsewhere' } } };
    expect(textFrom({ type: 'doc', content: [{ type: 'paragraph', content: [foreign] }] })).toEqual([]);
  });
});
