import { factsFrom, Scope } from '../evaluation/scope';
import type { JsonObject } from '../json';
import { facts, typeOf } from '../testing/model';
import { relatedModel } from '../testing/related-model';
import { checkTemplate } from './check';
import { compileTree } from './compile';
import { findPath } from './found-path';
import { formatsOf } from './formats';
import { createLiquid, renderByLiquid, renderByTree } from './render';
import { onPages, seatsOf } from './seats';
import { pathText } from '../paths/text';
import { block, type Block, type Repeat, type TemplateContent } from './template';
import { liquidOf, writerOf } from './tree';
import { wantedBy } from './wanted';

const type = typeOf(relatedModel);
const liquid = createLiquid();

const post = (id: string, lead: string | null, huts: readonly JsonObject[] = []): JsonObject => ({
  id,
  type: 'post',
  title: `Post <${id}>`,
  url: `/site/posts/${id}`,
  published_at: '2026-05-31T08:00:00Z',
  lead,
  huts,
});
const hut = (id: string, altitude: number): JsonObject => ({ id, type: 'hut', title: id, altitude });
/** A hut as it is presented with everything that the pages here read of other things. */
const entry: JsonObject = {
  ...hut('e_1', 2080),
  story: post('e_5', 'A long way'),
  area: {
    id: 'n_2',
    label: 'Basin',
    ancestor_or_self: [
      { id: 'n_2', label: 'Basin' },
      { id: 'n_1', label: 'Ridge' },
    ],
  },
  prices: [
    { amount: 30, who: { id: 'p_1', name: 'Ada' } },
    { amount: 20, who: null },
  ],
  posts_by_huts: [
    post('e_2', 'First & best', [hut('e_3', 1500), hut('e_4', 1900)]),
    post('e_6', null),
    post('e_7', 'Third', [hut('e_3', 1500)]),
  ],
};

function render(...blocks: readonly Block[]): string {
  const tree = compileTree({ mode: 'blocks', liquid: '', blocks: [...blocks] }, type, relatedModel);
  const scope = Scope.ofEntry(facts, {});
  const postType = typeOf(relatedModel, 't_post');
  const around = new Map(
    ['e_2', 'e_6', 'e_7'].map((id) => {
      const values: JsonObject = id === 'e_6' ? {} : { f_lead: 'There is one' };
      return [id, { type: postType, scope: Scope.ofEntry(factsFrom({ type: 't_post' }), values) }] as const;
    }),
  );
  const input = { model: relatedModel, type, scope, entry, site: {}, around, blocks };
  const written = renderByLiquid(liquid, liquid.parse(liquidOf(tree)), input);
  const write = writerOf(tree);
  if (!write) throw new Error('Nothing here is written by hand.');
  // Both readers write the same, whatever a path goes through.
  expect(renderByTree(write, input)).toBe(written);
  return written.replace(/\s+/g, ' ').trim();
}

let blocks = 0;
const text = (path: string, source: 'entry' | 'row' = 'entry', up = 0, format: string | null = null) => {
  blocks += 1;
  const binding = { source, up, path, format, fallback: '' };
  return block({ id: `b_${blocks}`, kind: 'text', properties: { text: { binding } } });
};
const section = (repeat: string, ...children: readonly Block[]) => {
  blocks += 1;
  return block({
    id: `b_${blocks}`,
    kind: 'section',
    repeat: { field: repeat, emptyMessage: 'None' },
    children: [...children],
  });
};

describe('a page that reaches beyond its entry', () => {
  const inText = (path: string, format: string | null = null): string =>
    /<div class="text">(.*)<\/div>/.exec(render(text(path, 'entry', 0, format)))?.[1] ?? '';

  it('writes the one value of what is referred to, and all of several, commas between', () => {
    expect(inText('f_story/f_lead')).toBe('A long way');
    expect(inText('<t_post.f_huts/f_lead')).toBe('First &amp; best, Third');
    expect(inText('<t_post.f_huts/f_huts/f_altitude')).toBe('1500, 1900, 1500');
    expect(inText('f_amount')).toBe('30, 20');
    expect(inText('f_who/name')).toBe('Ada');
  });

  it('writes names, days, things with links, and terms up to the topmost', () => {
    expect(inText('f_story/title')).toBe('Post &lt;e_5&gt;');
    expect(inText('f_story/title', 'link')).toBe('<a href="/site/posts/e_5">Post &lt;e_5&gt;</a>');
    expect(inText('f_story/published_at')).toBe('31 May 2026');
    expect(inText('<t_post.f_huts/published_at')).toBe('31 May 2026, 31 May 2026, 31 May 2026');
    expect(inText('<t_post.f_huts')).toContain('<a href="/site/posts/e_7">Post &lt;e_7&gt;</a>');
    expect(inText('f_y_area/^/label')).toBe('Basin, Ridge');
  });

  it('writes what several values come to', () => {
    const cases: readonly (readonly [string, string, string])[] = [
      ['<t_post.f_huts', 'list_size', '3'],
      ['<t_post.f_huts', 'list_first', '<a href="/site/posts/e_2">Post &lt;e_2&gt;</a>'],
      ['<t_post.f_huts/f_lead', 'list_last', 'Third'],
      ['<t_post.f_huts/published_at', 'list_distinct', '31 May 2026'],
      ['<t_post.f_huts/title', 'list_first', 'Post &lt;e_2&gt;'],
      ['<t_post.f_huts/f_huts', 'list_size', '3'],
      ['<t_post.f_huts/f_huts', 'list_distinct', 'e_3 e_4'],
      ['<t_post.f_huts/f_huts/f_altitude', 'list_distinct', '1500, 1900'],
      ['<t_post.f_huts/f_huts/f_altitude', 'list_total', '4900'],
      ['<t_post.f_huts/f_huts/f_altitude', 'list_smallest', '1500'],
      ['f_amount', 'list_average', '25'],
      ['f_amount', 'list_largest', '30'],
      ['f_prices', 'list_size', '2'],
    ];
    for (const [path, format, text] of cases) expect(inText(path, format)).withContext(path).toBe(text);
  });

  it('offers what several values can come to only where there may be several', () => {
    const seats = seatsOf(type);
    const kinds = (path: string): readonly string[] => {
      const found = findPath({ source: 'entry', path }, seats, onPages(relatedModel));
      return found ? formatsOf(found).map(({ kind }) => kind) : [];
    };
    expect(kinds('f_altitude').some((kind) => kind.startsWith('list_'))).toBeFalse();
    expect(kinds('f_amount')).toContain('list_total');
    expect(kinds('f_prices').filter((kind) => kind.startsWith('list_'))).toEqual(['list_size']);
    expect(kinds('<t_post.f_huts/title')).toContain('list_first');
    expect(kinds('<t_post.f_huts/title')).not.toContain('list_total');
  });

  it('writes nothing around what is not there', () => {
    expect(render(text('f_story/f_huts'))).toBe('');
    expect(render(text('f_rooms'))).toBe('');
  });

  it('repeats over things, and over things of things, and reads from each list around', () => {
    const page = render(
      section(
        '<t_post.f_huts',
        text('f_lead', 'row'),
        section('f_huts', text('f_altitude', 'row'), text('title', 'row', 1, 'link'), text('f_altitude')),
        text('title', 'row'),
      ),
    );
    const texts = [...page.matchAll(/<div class="text">(.*?)<\/div>/g)].map(([, words]) => words);
    expect(texts.slice(0, 4)).toEqual([
      'First &amp; best',
      '1500',
      '<a href="/site/posts/e_2">Post &lt;e_2&gt;</a>',
      '2080',
    ]);
    // After an inner list the outer one is read as before.
    expect(texts[7]).toBe('Post &lt;e_2&gt;');
    expect(page.match(/class="empty">None</g)).toHaveSize(1);
  });

  const narrow = (
    field: string,
    more: Partial<Repeat>,
    shown: Block,
    shownWhen: Block['shownWhen'] = null,
  ) => {
    const page = render({
      ...section(field, shown),
      repeat: { field, emptyMessage: 'None', ...more },
      shownWhen,
    });
    const found = [...page.matchAll(/<div class="text">(.*?)<\/div>/g)].map(([, words]) => words);
    return page.includes('class="empty">None<') ? 'None' : found.join(' | ');
  };

  it('repeats over the items that fit, in an order, as many as are wanted', () => {
    const by = (path: string, descending = false) => ({ sort: { path, descending } });
    expect(narrow('f_prices', by('f_amount'), text('f_amount', 'row'))).toBe('20 | 30');
    expect(narrow('f_prices', { ...by('f_amount', true), take: 1 }, text('f_amount', 'row'))).toBe('30');
    // What has no value stands last, whatever the direction.
    for (const descending of [false, true])
      expect(narrow('f_prices', by('f_who/name', descending), text('f_amount', 'row'))).toBe('30 | 20');
    const titles = text('title', 'row');
    expect(narrow('<t_post.f_huts', by('f_lead', true), titles)).toBe(
      'Post &lt;e_7&gt; | Post &lt;e_2&gt; | Post &lt;e_6&gt;',
    );
    const filled = { kind: 'field', field: 'f_lead', operator: 'is_filled' } as const;
    const last = { ...by('title', true), take: 1 };
    expect(narrow('<t_post.f_huts', last, titles, filled)).toBe('Post &lt;e_7&gt;');
    const never = { kind: 'field', field: 'f_lead', operator: 'is', value: 'nothing' } as const;
    expect(narrow('<t_post.f_huts', {}, titles, never)).toBe('None');
    // Of several values none can be what it is put in order by.
    expect(narrow('<t_post.f_huts', by('f_huts/f_altitude', true), titles)).toContain('e_2&gt; | ');
  });

  it('reads what items are put in order by, and says when that is gone', () => {
    const sort = { path: 'f_huts/f_altitude', descending: false };
    const repeated = {
      ...section('<t_post.f_huts'),
      repeat: { field: '<t_post.f_huts', emptyMessage: '', sort: { ...sort, path: 'f_story/f_lead' } },
    };
    const content: TemplateContent = { mode: 'blocks', liquid: '', blocks: [repeated] };
    expect(checkTemplate(content, type, relatedModel)).toHaveSize(1);
    const there = { ...repeated, repeat: { ...repeated.repeat, sort: { path: 'f_lead', descending: true } } };
    expect(checkTemplate({ ...content, blocks: [there] }, type, relatedModel)).toEqual([]);
    const { paths } = wantedBy(compileTree({ ...content, blocks: [there] }, type, relatedModel));
    expect(paths.map(pathText)).toContain('<t_post.f_huts/f_lead');
  });

  it('repeats over the one thing that is referred to', () => {
    expect(render(section('f_story', text('f_lead', 'row')))).toContain('A long way');
  });

  it('makes a table of things, whose column of names is called as they are', () => {
    const columns = {
      constant: [
        { field: 'title', format: 'link' },
        { field: 'f_lead', format: null },
      ],
    };
    const table = block({
      id: 'b_table',
      kind: 'table',
      properties: { rows: { constant: '<t_post.f_huts' }, columns },
    });
    const page = render(table);
    expect(page).toContain('<th scope="col">Post</th><th scope="col">LEAD</th>');
    expect(page).toContain('<td><a href="/site/posts/e_6">Post &lt;e_6&gt;</a></td><td></td>');
  });

  it('asks the conditions of blocks in a list of each thing', () => {
    const shown = {
      ...text('title', 'row'),
      shownWhen: { kind: 'field', field: 'f_lead', operator: 'is_filled' },
    } as const;
    const page = render(section('<t_post.f_huts', shown));
    expect([page.includes('e_2'), page.includes('e_6'), page.includes('e_7')]).toEqual([true, false, true]);
  });
});
