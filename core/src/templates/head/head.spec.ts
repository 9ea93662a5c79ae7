import { VISITORS } from '../../access/audience';
import { Scope } from '../../evaluation/scope';
import type { JsonObject } from '../../json';
import { field } from '../../model/document';
import { altitude, amount, facts, guest, modelWith, prices, typeOf } from '../../testing/model';
import { plainContext } from '../../values/compute';
import { presentFields } from '../../values/present';
import type { Binding } from '../binding';
import { checkTemplate } from '../check';
import { wantedBy } from '../wanted';
import { compileHead } from './compile-head';
import { bindingsOfHead, headSchema, type Head } from './head';
import { headMarkup, titleWithSite } from './head-markup';
import { linkedValue } from './linked-value';
import { plainHead, readHead } from './page-head';
import { usualHead } from './usual-head';

const hidden = field({
  id: 'f_notes',
  key: 'notes',
  label: 'Notes',
  kind: 'long_text',
  inApi: false,
});
const story = field({ id: 'f_story', key: 'story', label: 'Story', kind: 'rich_text' });
const views = field({ id: 'f_views', key: 'views', label: 'Views', kind: 'gallery' });
const place = field({ id: 'f_place', key: 'place', label: 'Place', kind: 'place' });
const empty = field({ id: 'f_empty', key: 'empty', label: 'Empty', kind: 'number' });
const fields = [altitude, empty, hidden, story, views, place, { ...prices, fields: [guest, amount] }];
const model = modelWith(...fields);
const type = typeOf(model);
const absolute = (address: string): string => `https://velmark.example${address}`;
const bound = (path: string, format: string | null = null): Binding => ({
  source: 'entry',
  path,
  format,
  fallback: '',
});
const values: JsonObject = {
  f_altitude: 2080,
  f_notes: 'The key is under the stone.',
  f_story: '<p>Fish &amp; chips, <strong>daily</strong>.</p><p>Also “quoted”.</p>',
  f_views: ['m_1', 'm_2'],
  f_place: { latitude: 41.5, longitude: -38.3, address: 'Larch saddle' },
  f_prices: [
    { id: 'r_1', values: { f_guest: 'Adults', f_amount: 30 } },
    { id: 'r_2', values: { f_guest: 'Children', f_amount: 12 } },
  ],
};
const refer = (_kind: string, id: string): JsonObject => ({
  id,
  url: `/media/${id}/a.png`,
  alt: `View ${id}`,
  width: 1200,
  height: 800,
});

function headOf(head: Head | undefined, given: JsonObject = values) {
  const scope = Scope.ofEntry(facts, given);
  const entry: JsonObject = {
    title: 'Larch <Hut>',
    url: '/site/huts/larch',
    published_at: '2026-05-01T08:00:00Z',
    ...presentFields(type.fields, scope, VISITORS, { ...plainContext, refer }),
  };
  const input = { model, type, scope, entry, site: {}, around: new Map(), blocks: [] };
  return readHead(compileHead(head, type, model), input, { absolute, list: '/site/huts/' });
}

describe('the head of a page', () => {
  it('is made of the entry where nothing is said: title, first text, first picture that all may see', () => {
    const head = headOf(undefined);
    expect(head.list).toBe('/site/huts/');
    expect(head.title).toBe('Larch <Hut>');
    expect(head.description).toBe('Fish & chips, daily. Also “quoted”.');
    expect(head.image).toEqual({
      url: 'https://velmark.example/media/m_1/a.png',
      alt: 'View m_1',
      width: 1200,
      height: 800,
    });
    expect<unknown>(head.linked).toEqual({
      '@context': 'https://schema.org',
      '@type': 'WebPage',
      name: 'Larch <Hut>',
      description: 'Fish & chips, daily. Also “quoted”.',
      url: 'https://velmark.example/site/huts/larch',
      image: 'https://velmark.example/media/m_1/a.png',
      datePublished: '2026-05-01T08:00:00Z',
    });
    expect(JSON.stringify(usualHead(type))).not.toContain('f_notes');
  });

  it('says what its template says, with values in running text and of rows', () => {
    const head = headOf({
      title: { text: ['Larch at ', bound('f_altitude')] },
      description: { text: ['For ', bound('f_guest'), ' (', bound('f_guest', 'list_size'), ')'] },
      hidden: true,
      thing: 'LodgingBusiness',
      properties: [
        { name: 'elevation', value: { binding: bound('f_altitude') } },
        { name: 'geo', value: { binding: bound('f_place') } },
        { name: 'audience', value: { binding: bound('f_guest') } },
        { name: 'telephone', value: { constant: '' } },
        { name: 'url', value: { binding: bound('f_gone') } },
        { name: 'slogan', value: { binding: { ...bound('f_empty'), fallback: 'Come up' } } },
        { name: 'height', value: { binding: { ...bound('f_altitude'), prefix: 'about ' } } },
        { name: 'priceRange', value: { text: ['from ', bound('f_amount', 'list_smallest')] } },
      ],
    });
    expect(head.title.replace(/\s/g, ' ')).toBe('Larch at 2080 m');
    expect(head.description).toBe('For Adults, Children (2)');
    expect(head.hidden).toBeTrue();
    expect<unknown>(head.linked).toEqual(
      jasmine.objectContaining({
        '@type': 'LodgingBusiness',
        elevation: 2080,
        geo: { '@type': 'GeoCoordinates', latitude: 41.5, longitude: -38.3, address: 'Larch saddle' },
        audience: ['Adults', 'Children'],
      }),
    );
    expect(Object.keys(head.linked ?? {})).not.toContain('telephone');
    // What is missing takes nothing away that is told anyhow, and has its words instead.
    expect<unknown>(head.linked?.['url']).toBe('https://velmark.example/site/huts/larch');
    expect<unknown>(head.linked?.['slogan']).toBe('Come up');
    expect(String(head.linked?.['height'])).toMatch(/^about 2080\sm$/);
    expect(String(head.linked?.['priceRange'])).toContain('12');
  });

  it('tells nothing of what is not there', () => {
    const head = headOf({ description: { binding: bound('f_gone') } }, {});
    expect([head.description, head.image]).toEqual(['', null]);
    expect(Object.keys(head.linked ?? {})).toEqual(['@context', '@type', 'name', 'url', 'datePublished']);
    expect(headOf({ title: { constant: '' } }).title).toBe('Larch <Hut>');
  });

  it('is read with the entry: what it leads to is loaded', () => {
    const { nodes } = compileHead({ title: { binding: bound('f_altitude') } }, type, model);
    const paths = wantedBy(nodes).paths.map(([step]) => step?.kind === 'field' && step.field);
    expect(paths).toEqual(['f_altitude', 'f_story', 'f_views']);
  });

  it('is checked like blocks are, and knows what it refers to', () => {
    const head: Head = { title: { text: ['A ', bound('f_gone')] }, image: bound('f_views') };
    expect(bindingsOfHead(head).map(({ path }) => path)).toEqual(['f_gone', 'f_views']);
    const found = checkTemplate({ mode: 'blocks', blocks: [], liquid: '', head }, type, model);
    expect(found).toEqual([{ block: null, message: jasmine.stringContaining('removed') }]);
    expect(checkTemplate({ mode: 'liquid', blocks: [], liquid: '', head }, type, model).length).toBe(1);
  });

  it('takes names and kinds that schema.org could have, and no others', () => {
    const named = (name: string) =>
      headSchema.safeParse({ properties: [{ name, value: { constant: 'x' } }] }).success;
    expect([named('priceRange'), named('@type'), named('a b'), named('<script>')]).toEqual([
      true,
      false,
      false,
      false,
    ]);
    expect(headSchema.safeParse({ thing: 'Nonsense' }).success).toBeFalse();
  });
});

describe('the markup of a head', () => {
  const site = { name: 'Velmark & Huts', language: 'pt-BR' };

  it('escapes all that comes from values', () => {
    const html = headMarkup(
      {
        ...plainHead('A "title" </title><script>', '/site/a'),
        description: '"><script>alert(1)</script>',
        linked: { '@type': 'BlogPosting', name: '</script><script>alert(1)' },
      },
      site,
    );
    expect(html).toContain(
      '<title>A &quot;title&quot; &lt;/title&gt;&lt;script&gt; · Velmark &amp; Huts</title>',
    );
    expect(html.match(/<script/g)?.length).toBe(1);
    expect(html).toContain('"name":"\\u003c/script>\\u003cscript>alert(1)"');
    expect(html).toContain('<meta property="og:type" content="article">');
    expect(html).toContain('<meta property="og:locale" content="pt_BR">');
  });

  it('leaves out what is not there, and asks engines to stay away where it is hidden', () => {
    const html = headMarkup({ ...plainHead('Velmark & Huts'), hidden: true }, site);
    expect(html).toContain('<title>Velmark &amp; Huts</title>');
    expect(html).toContain('<meta name="robots" content="noindex">');
    for (const missing of ['description', 'canonical', 'og:image', 'og:url', 'ld+json'])
      expect(html).not.toContain(missing);
    expect(titleWithSite('', 'Huts')).toBe('Huts');
  });
});

describe('a value told with the words of schema.org', () => {
  const told = (value: Parameters<typeof linkedValue>[0]) => linkedValue(value, absolute);

  it('is what it is', () => {
    expect<unknown>([told(3), told(false), told(''), told(null), told([])]).toEqual([
      3,
      false,
      null,
      null,
      null,
    ]);
    expect<unknown>(told({ amount: 30, currency: 'EUR' })).toEqual({
      '@type': 'MonetaryAmount',
      value: 30,
      currency: 'EUR',
    });
    expect<unknown>(told({ id: 'm_1', url: '/media/m_1/a.pdf', mime: 'application/pdf' })).toBe(
      'https://velmark.example/media/m_1/a.pdf',
    );
    expect<unknown>(told([{ id: 'e_1', title: 'Pass', url: '/site/pass' }])).toEqual({
      '@type': 'Thing',
      name: 'Pass',
      url: 'https://velmark.example/site/pass',
    });
    expect<unknown>(
      told([
        { id: 'x', label: 'North' },
        { id: 'y', label: 'South' },
      ]),
    ).toEqual(['North', 'South']);
    expect<unknown>(told({ id: 'p_1', name: 'Ane Berg' })).toEqual({ '@type': 'Person', name: 'Ane Berg' });
  });
});
