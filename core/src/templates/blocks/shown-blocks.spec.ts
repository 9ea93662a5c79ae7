import type { JsonObject, JsonValue } from '../../json';
import { field } from '../../model/document';
import { altitude, amount, guest, prices } from '../../testing/model';
import { renderBlocks } from '../../testing/render-blocks';
import type { BlockProperty } from '../property';
import { block, type Block } from '../template';
import type { BlockKindName } from './names';

const fields = [
  altitude,
  { ...prices, fields: [guest, amount] },
  field({ id: 'f_mail', key: 'mail', label: 'Mail', kind: 'email' }),
  field({ id: 'f_call', key: 'call', label: 'Call', kind: 'phone' }),
  field({ id: 'f_site', key: 'site', label: 'Site', kind: 'url' }),
  field({ id: 'f_book', key: 'book', label: 'Book', kind: 'link' }),
  field({ id: 'f_map', key: 'map', label: 'Map', kind: 'file' }),
  field({ id: 'f_views', key: 'views', label: 'Views & more', kind: 'gallery' }),
  field({ id: 'f_next', key: 'next', label: 'Next', kind: 'relation', many: { min: null, max: null } }),
];
const values: JsonObject = {
  f_altitude: 2080,
  f_prices: [
    { id: 'r_1', values: { f_guest: 'Adults <18', f_amount: 30 } },
    { id: 'r_2', values: { f_guest: 'Children' } },
  ],
  f_mail: 'hut@velmark.example',
  f_call: '+00 512 34 56',
  f_site: 'https://larch.velmark.example/',
  f_book: { url: '/book?a=1&b=2', text: 'Book a bed', newTab: false },
  f_map: 'm_1',
  f_views: ['m_2'],
  f_next: ['e_2', 'e_3'],
};
const known: Readonly<Record<string, JsonObject>> = {
  m_1: { id: 'm_1', url: '/media/m_1/map.pdf', filename: 'map.pdf', mime: 'application/pdf', bytes: 245_760 },
  m_2: { id: 'm_2', url: '/media/m_2/a.png', alt: 'A ridge', width: 4, height: 3 },
  e_2: { id: 'e_2', type: 'hut', title: 'Birch Hut', url: '/site/huts/birch-hut' },
};

/** Renders blocks; by Liquid they are the same. */
function shown(given: JsonObject, ...blocks: readonly Block[]): string {
  const refer = (_kind: string, id: string): JsonObject | null => known[id] ?? null;
  const { byLiquid, byFunction } = renderBlocks({ fields, values: given, refer }, ...blocks);
  expect(byFunction).toBe(byLiquid);
  return byLiquid.trim();
}
const bound = (path: string, fallback = ''): BlockProperty => ({
  binding: { source: 'entry', path, format: null, fallback },
});
const own = (constant: JsonValue): BlockProperty => ({ constant });
const one = (
  kind: BlockKindName,
  properties: Readonly<Record<string, BlockProperty>> = {},
  children: readonly Block[] = [],
): Block => block({ id: `b_${kind}`, kind, properties, children });

describe('a block', () => {
  it('of columns or tiles holds others, and is nothing without them', () => {
    const inner = one('text', { text: own('Words') });
    const text = '<div class="text">Words</div>';
    expect(shown({}, one('columns', {}, [inner]))).toBe(`<div class="columns columns-2">\n${text}\n</div>`);
    const wide = one('columns', { layout: own('wide-first') }, [inner]);
    expect(shown({}, wide)).toContain('columns-wide-first');
    expect(shown({}, one('columns', { layout: own('"><script>') }, [inner]))).toContain('columns-2');
    expect(shown({}, one('grid', { tiles: own('small') }, [inner]))).toContain(
      '<div class="grid grid-small">',
    );
    expect(shown({}, one('columns'), one('grid'))).toBe('');
  });

  it('of a quote says who said it, where that is known', () => {
    const quote = one('quote', { text: own('A "fine" hut'), source: bound('f_mail') });
    expect(shown({}, quote)).toBe(
      '<figure class="quote"><blockquote>A &quot;fine&quot; hut</blockquote>\n</figure>',
    );
    expect(shown(values, quote)).toContain('<figcaption><a href="mailto:');
    expect(shown(values, one('quote', { source: own('Nobody') }))).toBe('');
    expect(shown({}, one('quote', { text: bound('f_mail') }))).toBe('');
  });

  it('of a large value names it', () => {
    const figure = one('figure', { value: bound('f_altitude') });
    expect(shown(values, figure)).toBe(
      '<p class="figure"><span class="figure-value">2080\u00a0m</span> <span class="figure-label">Altitude</span></p>',
    );
    const named = one('figure', { value: bound('f_altitude', 'unknown'), label: own('above the sea') });
    expect(shown({}, named)).toContain('unknown</span> <span class="figure-label">above the sea');
    expect(shown({}, figure)).toBe('');
  });

  it('of a list has the first value of each item, and what else there is of it', () => {
    const columns = own([
      { field: 'f_guest', format: null },
      { field: 'f_amount', format: null },
    ]);
    const list = shown(values, one('list', { rows: own('f_prices'), columns, marks: own('numbers') }));
    expect(list).toBe(
      '<ol class="list list-numbers">\n<li>Adults &lt;18 <span class="list-more">30\u00a0€</span></li>\n<li>Children</li>\n</ol>',
    );
    expect(shown({}, one('list', { rows: own('f_prices'), columns }))).toBe('');
    const titles = own([{ field: 'title', format: 'link' }]);
    const things = shown(values, one('list', { rows: own('f_next'), columns: titles }));
    expect(things).toBe(
      '<ul class="list list-dots">\n<li><a href="/site/huts/birch-hut">Birch Hut</a></li>\n</ul>',
    );
  });

  it('of pictures stands as it is set, and is reached by keyboard where it is pushed aside', () => {
    expect(shown(values, one('gallery', { pictures: bound('f_views') }))).toContain(
      '<div class="pictures pictures-grid"><div class="gallery gallery-none"><img src="/media/m_2/a.png"',
    );
    expect(shown(values, one('gallery', { pictures: bound('f_views'), layout: own('row') }))).toContain(
      '<div class="pictures pictures-row" tabindex="0" role="region" aria-label="Views &amp; more">',
    );
    expect(shown({}, one('gallery', { pictures: bound('f_views') }))).toBe('');
  });

  it('of a link leads where the value leads', () => {
    const cases = [
      ['f_mail', '<a href="mailto:hut@velmark.example">hut@velmark.example</a>'],
      ['f_call', '<a href="tel:+005123456">+00 512 34 56</a>'],
      ['f_site', '<a href="https://larch.velmark.example/">larch.velmark.example</a>'],
      ['f_book', '<a href="/book?a=1&amp;b=2">Book a bed</a>'],
      ['f_map', '<a href="/media/m_1/map.pdf">map.pdf (246 kB)</a>'],
      ['f_next', '<a href="/site/huts/birch-hut">Birch Hut</a>'],
    ] as const;
    for (const [path, markup] of cases) {
      const link = one('link', { address: bound(path) });
      expect(shown(values, link)).withContext(path).toBe(`<p class="link">${markup}</p>`);
      expect(shown({}, link)).withContext(path).toBe('');
    }
    // A mail leads to itself: its link does not stand in this one.
    const mail = one('link', { text: bound('f_mail'), address: bound('f_site') });
    const plain = '<a href="https://larch.velmark.example/">hut@velmark.example</a>';
    expect(shown(values, mail)).toBe(`<p class="link">${plain}</p>`);
    const fixed = one('link', { text: bound('f_mail'), address: own('/huts') });
    expect(shown(values, fixed)).toBe('<p class="link"><a href="/huts">hut@velmark.example</a></p>');
    const button = one('link', { text: own('Go & see'), address: bound('f_site'), look: own('button') });
    expect(shown(values, button)).toBe(
      '<p class="link"><a href="https://larch.velmark.example/" class="button">Go &amp; see</a></p>',
    );
  });

  it('of a link leads to what somebody wrote, and never to what runs', () => {
    const link = (address: string, text = 'Go'): string =>
      shown({}, one('link', { text: own(text), address: own(address) }));
    expect(link('hut@velmark.example')).toBe(
      '<p class="link"><a href="mailto:hut@velmark.example">Go</a></p>',
    );
    expect(link('/huts', '')).toBe('<p class="link"><a href="/huts">/huts</a></p>');
    for (const address of ['javascript:alert(1)', ' JavaScript:x', 'data:text/html,x', '//evil.example', ''])
      expect(link(address)).withContext(address).toBe('');
    const draft = { f_site: 'javascript:alert(1)' };
    expect(shown(draft, one('link', { address: bound('f_site') }))).not.toContain('href');
  });

  it('of a line is a line', () => {
    expect(shown({}, one('divider'))).toBe('<hr>');
  });
});
