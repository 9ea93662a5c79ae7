import type { EntryListAnswer } from '@tovlet/core/contracts/studio';
import { sql } from 'drizzle-orm';
import { eachWithWorkspace, type Refusal } from '../testing/workspace';
import { selectRows } from '../db/connect';

describe('the words entries are found by', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });
  const found = async (search: string): Promise<readonly string[]> => {
    const path = `/api/studio/entries?type=hut&search=${encodeURIComponent(search)}`;
    return (await workspace().get<EntryListAnswer>(path, developer)).body.items.map(({ title }) => title);
  };
  const searchTitles = async (search: string): Promise<readonly string[]> => {
    const path = `/api/studio/entries/search?q=${encodeURIComponent(search)}`;
    const { body } = await workspace().get<readonly { title: string }[]>(path, developer);
    return body.map(({ title }) => title);
  };
  const setField = (field: string, patch: object) =>
    workspace().change(developer, { kind: 'set_field', field, patch });
  const kept = () =>
    selectRows(
      workspace().services.database,
      sql`SELECT vector::text AS vector FROM entry_search ORDER BY entry_id`,
    );

  it('follow what is saved, in the list and where entries are picked', async () => {
    const { body } = await workspace().createHut(developer, { f_phone: '+00 512 44' });
    await workspace().createHut(developer, {}, { title: 'Birch Hut' });
    expect([await found('512'), await searchTitles('512')]).toEqual([['Larch Hut'], ['Larch Hut']]);
    expect([await found('hut'), await found('5%2')]).toEqual([['Birch Hut', 'Larch Hut'], []]);
    const { version, title, slug, status, values } = body;
    const saved = { version, title, slug, status, values: { ...values, f_phone: '+00 777' } };
    await workspace().send('PUT', `/api/studio/entries/${body.id}`, saved, developer);
    expect([await found('512'), await found('777')]).toEqual([[], ['Larch Hut']]);
  });

  it('follow the model: fields that become searchable, hide, and cease to be', async () => {
    await workspace().createHut(developer, { f_phone: '51234', f_email: 'stove@larch.example' });
    expect(await found('stove')).toEqual([]);
    await setField('f_email', { searchable: true });
    expect(await found('stove')).toEqual(['Larch Hut']);
    await setField('f_email', { shownWhen: { kind: 'field', field: 'f_winter_room', operator: 'is_on' } });
    expect([await found('stove'), await found('512')]).toEqual([[], ['Larch Hut']]);
  });

  it('are those of the title alone without searchable fields', async () => {
    await workspace().createHut(developer, { f_phone: '51234' });
    for (const field of ['f_phone', 'f_bus_stop']) await setField(field, { searchable: false });
    expect([await found('larch'), await found('512')]).toEqual([['Larch Hut'], []]);
    expect(await kept()).toEqual([{ vector: "'hut':2A,4A 'larch':1A,3A" }]);
  });

  it('are found by their beginnings and forms, with and without marks', async () => {
    await setField('f_description', { searchable: true });
    await workspace().createHut(developer, { f_description: '<p>Walking to the Ängliköpfe</p>' });
    for (const search of ['walks', 'walked', 'walk larch', 'anglik', 'ÄNGLIKÖPFE', 'larch hut'])
      expect(await found(search))
        .withContext(search)
        .toEqual(['Larch Hut']);
    for (const search of ['walks birch', 'ngliko', 'talk'])
      expect(await found(search))
        .withContext(search)
        .toEqual([]);
  });

  it('follow the language of the site', async () => {
    await workspace().createHut(developer, {}, { title: 'Der Tag' });
    expect(await found('Tagen')).toEqual([]);
    const settings = {
      version: 1,
      name: 'Site',
      language: 'de',
      startPage: null,
      siteAddress: null,
      binDays: 30,
      timeZone: 'UTC',
    };
    await workspace().send('PUT', '/api/studio/settings', settings, developer);
    await workspace().doJobs();
    expect(await found('Tagen')).toEqual(['Der Tag']);
  });

  it('are found in spite of mistakes, unless something is written just so', async () => {
    await workspace().createHut(developer, {}, { title: 'Silver Cabin' });
    await workspace().createHut(developer, {}, { title: 'Cable Station' });
    expect([await found('silvre'), await found('cabble')]).toEqual([['Silver Cabin'], ['Cable Station']]);
    expect([await found('cabin'), await found('cabin silver')]).toEqual([['Silver Cabin'], ['Silver Cabin']]);
    expect([await found('sil'), await found('xyzzy'), await found('silvre cabim')]).toEqual([
      ['Silver Cabin'],
      [],
      ['Silver Cabin'],
    ]);
  });

  it('are shown where they stand, to whom they are shown at all', async () => {
    for (const field of ['f_description', 'f_email']) await setField(field, { searchable: true });
    await setField('f_email', { editors: 'nothing' });
    const values = { f_description: '<p>A tiled stove</p>', f_email: 'stove@larch.example' };
    const { body } = await workspace().createHut(developer, values);
    await workspace().createHut(developer, {}, { title: 'Stove Hut' });
    const path = '/api/studio/entries?type=hut&search=stoves';
    const excerpts = (await workspace().get<EntryListAnswer>(path, developer)).body.excerpts;
    expect(excerpts).toEqual({
      [body.id]: [
        { text: 'A tiled ', marked: false },
        { text: 'stove', marked: true },
      ],
    });
    const plain = await workspace().get<EntryListAnswer>('/api/studio/entries?type=hut', developer);
    expect('excerpts' in plain.body).toBeFalse();
  });

  it('take whatever is written, and whatever is searched for, without a failure', async () => {
    await setField('f_description', { searchable: true });
    const odd = ['a' + '𐐨'.repeat(80), '⑴ ½ ﷺ', "it''s \\ 'quoted' & | ! ( ) : *", '٣٤٥', '山の小屋'];
    for (const [index, text] of odd.entries()) {
      const values = { f_description: `<p>${text}</p>` };
      const made = await workspace().createHut(developer, values, { title: `Hut ${index}` });
      expect(made.status).withContext(text).toBe(201);
    }
    for (const search of [
      ...odd.map((text) => Array.from(text).slice(0, 90).join('')),
      "')",
      '\u0000',
      '⒈',
      "' | 'x':*A",
      'ー',
      ':*',
    ]) {
      const studio = `/api/studio/entries?type=hut&search=${encodeURIComponent(search)}`;
      const programs = `/api/content/v1/huts?q=${encodeURIComponent(search)}`;
      for (const path of [studio, programs])
        expect((await workspace().get(path, developer)).status)
          .withContext(`${path} ${search}`)
          .toBeLessThan(500);
    }
    expect(await found('⑴')).toEqual([jasmine.stringContaining('Hut 1')]);
    expect(await found('quoted')).toEqual([jasmine.stringContaining('Hut 2')]);
  });

  it('are refused where they are too many', async () => {
    const search = Array.from({ length: 17 }, (_none, index) => `w${index}`).join('+');
    const path = `/api/studio/entries?type=hut&search=${search}`;
    const { status, body } = await workspace().get<Refusal>(path, developer);
    expect([status, body.errors[0]?.path]).toEqual([400, 'search']);
  });
});

describe('the search of programs', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });
  interface Found {
    readonly data: readonly { readonly title: string }[];
    readonly excerpts: readonly (string | null)[];
  }
  const search = async (q: string): Promise<Found> =>
    (await workspace().get<Found>(`/api/content/v1/huts?q=${encodeURIComponent(q)}`)).body;
  const found = async (q: string): Promise<readonly string[]> =>
    (await search(q)).data.map(({ title }) => title);
  const setField = (field: string, patch: object) =>
    workspace().change(developer, { kind: 'set_field', field, patch });

  it('puts first what fits best, and shows where it stands', async () => {
    await setField('f_description', { searchable: true });
    const text = '<p>Under &lt;b&gt;Stone &amp; Ridge&lt;/b&gt;, by bus</p>';
    await workspace().createHut(developer, { f_description: text });
    await workspace().createHut(developer, {}, { title: 'Stone Hut' });
    await workspace().createHut(developer, {}, { title: 'Stone Hut', status: 'draft' });
    const { data, excerpts } = await search('stone');
    expect(data.map(({ title }) => title)).toEqual(['Stone Hut', 'Larch Hut']);
    expect(excerpts).toEqual([null, 'Under &lt;b&gt;<mark>Stone</mark> &amp; Ridge&lt;/b&gt;, by bus']);
  });

  it('finds nothing in drafts and in fields that are not theirs, and lets them correct nothing', async () => {
    for (const field of ['f_email', 'f_description']) await setField(field, { searchable: true });
    await setField('f_email', { inApi: false });
    const described = (word: string) => ({ f_description: `<p>${word}</p>` });
    await workspace().createHut(developer, { f_email: 'marmalade@a.example', ...described('marmelade') });
    await workspace().createHut(developer, described('marmaladd'), { title: 'Draft', status: 'draft' });
    expect(await found('marmelade')).toEqual(['Larch Hut']);
    // Written so it stands where programs do not look, and nearly so in a draft: neither tells them anything.
    expect((await search('marmalade')).excerpts).toEqual(['<mark>marmelade</mark>']);
    expect((await search('marmaladde')).excerpts).toEqual(['<mark>marmelade</mark>']);
  });

  it('goes on where the page before ended, and back', async () => {
    for (const title of ['Stone', 'Stone Stone', 'Stone Hut', 'Stone Age Hut', 'Old Stone Age Hut'])
      await workspace().createHut(developer, {}, { title });
    const page = async (query: string) =>
      (
        await workspace().get<
          Found & { page: { next: string | null; previous: string | null; total: number } }
        >(`/api/content/v1/huts?q=stone&page[size]=2${query}`)
      ).body;
    const titles = ({ data }: Found): readonly string[] => data.map(({ title }) => title);
    const first = await page('');
    const second = await page(`&page[after]=${first.page.next}`);
    const third = await page(`&page[after]=${second.page.next}`);
    expect([first.page.previous, third.page.next, first.page.total]).toEqual([null, null, 5]);
    expect(new Set([first, second, third].flatMap(titles)).size).toBe(5);
    const back = await page(`&page[before]=${third.page.previous}`);
    expect(titles(back)).toEqual(titles(second));
    expect(titles(await page(`&page[before]=${back.page.previous}`))).toEqual(titles(first));
  });
});
