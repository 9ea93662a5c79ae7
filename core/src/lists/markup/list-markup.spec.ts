import { listedModel } from '../../testing/listed-model';
import { typeOf } from '../../testing/model';
import { readListRequest } from '../list-request';
import type { ListView } from '../list-view';
import { offeredFacets } from '../offered-facet';
import { shownFacets, type Counts, type NamedValue } from '../shown-facet';
import { sortOptions } from '../sort-options';
import { siteWords } from '../words/index';
import { listMarkup } from './list-markup';
import { pagesAround } from './pager';

describe('a list as visitors see it', () => {
  const offered = offeredFacets(listedModel, typeOf(listedModel));
  const terms: readonly NamedValue[] = [
    { id: 't_1', slug: 'north', label: 'North <ridge>', parent: null },
    { id: 't_2', slug: 'kest', label: 'Kest valley', parent: 't_1' },
    { id: 't_3', slug: 'south', label: 'South ridge', parent: null },
  ];
  const counts: readonly Counts[] = [
    {
      keys: 'areas',
      counts: [
        { value: 't_2', count: 2 },
        { value: 't_1', count: 5 },
      ],
      ranges: [],
    },
    {
      keys: 'length',
      counts: [],
      ranges: [
        { from: 4, to: 6, count: 3 },
        { from: 6, to: 8, count: 1 },
      ],
    },
    { keys: 'closed', counts: [{ value: 'false', count: 7 }], ranges: [] },
  ];
  function view(query: string, more: Partial<ListView> = {}): ListView {
    const request = readListRequest(offered, new URLSearchParams(query));
    const words = siteWords('en');
    const facets = shownFacets(offered, counts, request, () => new Map(terms.map((term) => [term.id, term])));
    return {
      words,
      address: '/site/routes/',
      singular: 'Route',
      plural: 'Routes',
      request,
      facets,
      sorts: sortOptions(offered, words, request.words !== ''),
      total: 60,
      pages: 3,
      ...more,
    };
  }

  it('offers values below what they stand below, and leaves out what would narrow nothing', () => {
    const html = listMarkup(view(''), '<ul></ul>');
    expect(html).toMatch(/value="north">.*North &lt;ridge&gt;.*class="below-1".*value="kest"/s);
    expect(html).toContain('name="length-from"');
    expect(html).toContain('<span>4\u00a0km</span><span>8\u00a0km</span>');
    expect(html).not.toContain('name="closed"');
    expect(html).not.toContain('class="chosen"');
    expect(html).toContain('60 routes');
  });

  it('shows what is chosen, also where nothing has it, as words that take it away', () => {
    const html = listMarkup(view('areas=south&difficulty=hard&length-to=7&q=%3Cb%3E'), '');
    expect(html).toMatch(/value="hard" checked><span>Hard<\/span> <span class="count">0</);
    expect(html).toContain('aria-label="Remove Difficulty: Hard"');
    expect(html).toContain('value="south" checked');
    expect(html).toContain('aria-label="Remove Areas: South ridge"');
    expect(html).toContain('href="/site/routes/?q=%3Cb%3E&amp;difficulty=hard&amp;length-to=7"');
    expect(html).toContain('Length up to 7\u00a0km');
    expect(html).toContain('“&lt;b&gt;”');
    expect(html).not.toContain('<b>');
    expect(html).toContain('Nothing was found for');
    expect(html).toContain('<option value="" selected>What fits best</option>');
  });

  it('says days as days, of moments as well', () => {
    const html = listMarkup(view('seen-from=2020-05-31&opened-to=1990-01-02'), '<ul></ul>');
    expect(html).toContain('seen from 31 May 2020 <span');
    expect(html).toContain('opened up to 2 January 1990 <span');
  });

  it('keeps what is asked for on the way to other pages', () => {
    const html = listMarkup(view('areas=north&sort=-length&page=2'), '<ul></ul>');
    expect(html).toContain('href="/site/routes/?areas=north&amp;sort=-length" rel="prev"');
    expect(html).toContain(
      'href="/site/routes/?areas=north&amp;sort=-length&amp;page=2" aria-current="page"',
    );
    expect(html).toContain('<option value="-length" selected>Length: highest first</option>');
  });

  it('is nothing but its entries while it is short, or there are none', () => {
    expect(listMarkup(view('', { total: 3, pages: 1, facets: [] }), '<ul></ul>')).toBe('<ul></ul>\n');
    expect(listMarkup(view('', { total: 0, pages: 1, facets: [] }), '')).toContain(
      'Nothing is published yet.',
    );
    expect(listMarkup(view('closed=true', { total: 0, pages: 1 }), '')).toContain('No routes fit');
  });

  it('leads to the first page, the last, and those around', () => {
    expect(pagesAround(1, 1)).toEqual([1]);
    expect(pagesAround(1, 3)).toEqual([1, 2, 3]);
    expect(pagesAround(6, 20)).toEqual([1, null, 5, 6, 7, null, 20]);
    // One page is not left out: it takes as much room as what says so.
    expect(pagesAround(4, 5)).toEqual([1, 2, 3, 4, 5]);
  });

  it('speaks the language of the site, and English where it does not know that', () => {
    expect(siteWords('de-CH').search).toBe('Suche');
    expect(siteWords('fr').search).toBe('Search');
    expect(siteWords('de').found(1, '1', 'Hütte', 'Hütten')).toBe('1 Hütte');
  });
});
