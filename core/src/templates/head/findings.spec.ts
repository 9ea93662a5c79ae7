import { headFindings, type TextWidths } from './findings';
import { plainHead, type PageHead } from './page-head';

describe('what is found about a head', () => {
  // Ten pixels a character.
  const widths: TextWidths = { title: ({ length }) => length * 10, description: ({ length }) => length * 10 };
  const image = { url: '/a.png', alt: 'A hut', width: null, height: null };
  const good: PageHead = { ...plainHead('Larch Hut'), description: 'a'.repeat(60), image };
  const found = (change: Partial<PageHead>) => headFindings({ ...good, ...change }, 'Huts', widths);

  it('is nothing where all is well', () => {
    expect(found({})).toEqual([]);
  });

  it('is what is missing, too long or too short', () => {
    expect(found({ title: 'a'.repeat(51) })).toEqual([]);
    expect(found({ title: 'a'.repeat(52) })).toEqual([jasmine.stringContaining('The title is longer')]);
    expect(found({ description: '' })).toEqual([jasmine.stringContaining('There is no description')]);
    expect(found({ description: 'a'.repeat(97) })).toEqual([
      jasmine.stringContaining('description is longer'),
    ]);
    expect(found({ description: 'a'.repeat(29) })).toEqual([
      jasmine.stringContaining('description is short'),
    ]);
    expect(found({ image: null })).toEqual([jasmine.stringContaining('There is no picture')]);
    expect(found({ image: { ...image, alt: '' } })).toEqual([
      jasmine.stringContaining('no alternative text'),
    ]);
    expect(found({ hidden: true })).toEqual([jasmine.stringContaining('leave this page out')]);
  });
});
