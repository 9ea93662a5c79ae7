import type { JsonObject } from '@tovlet/core/json';
import { field } from '@tovlet/core/model/document';
import { eachWithWorkspace } from '../../../testing/workspace';

describe('a list on the site', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });
  const page = async (path: string): Promise<string> => (await workspace().get<string>(path)).body;
  const titles = (html: string): readonly string[] =>
    [...html.matchAll(/<h[23]><a href="[^"]*">([^<]*)<\/a>/g)].map(([, title]) => title ?? '');
  const huts = async (...altitudes: readonly number[]): Promise<void> => {
    for (const [index, altitude] of altitudes.entries()) {
      const made = await workspace().createHut(
        developer,
        { f_altitude: altitude, f_winter_room: index % 2 === 0, f_winter_code: 'VM-1234' },
        { title: `Hut ${index + 1}`, slug: `hut-${index + 1}` },
      );
      expect(made.status).toBe(201);
    }
  };
  const setField = (field: string, patch: object) =>
    workspace().change(developer, { kind: 'set_field', field, patch });

  it('is narrowed by its fields, counted, and put in another order', async () => {
    await huts(900, 1200, 1500, 1800, 2100, 2400, 2700);
    const whole = await page('/site/huts/');
    expect(titles(whole)).toEqual(['Hut 1', 'Hut 2', 'Hut 3', 'Hut 4', 'Hut 5', 'Hut 6', 'Hut 7']);
    expect(whole).toMatch(/name="winter_room" value="true">.*?<span class="count">4</s);
    const high = await page('/site/huts/?altitude-from=1500&winter_room=true&sort=-altitude');
    expect(titles(high)).toEqual(['Hut 7', 'Hut 5', 'Hut 3']);
    expect(high).toContain('<meta name="robots" content="noindex');
    // What is chosen leaves the others of its kind to be counted.
    expect(high).toMatch(/name="winter_room" value="false">.*?<span class="count">2</s);
    expect(titles(await page('/site/huts/?altitude-from=1500&altitude-to=1500'))).toEqual(['Hut 3']);
    expect(await page('/site/huts/?altitude-from=9000')).toContain('No huts fit what you chose.');
  });

  it('is found in by words, with the place where they stand', async () => {
    await huts(900, 1200);
    await workspace().createHut(
      developer,
      { f_description: '<p>A tiled stove and <b>more</b></p>' },
      { title: 'Larch Hut' },
    );
    const found = await page('/site/huts/?q=stove');
    expect(titles(found)).toEqual(['Larch Hut']);
    expect(found).toContain('A tiled <mark>stove</mark>');
    const everywhere = await page('/site/search?q=stove');
    expect(titles(everywhere)).toEqual(['Larch Hut']);
    expect(everywhere).toContain('Found for “stove”');
    expect(everywhere).toContain('<p class="found">1 hut</p>');
    expect(await page('/site/search?q=%3Cscript%3Enothing')).toContain(
      'Nothing was found for “&lt;script&gt;nothing”',
    );
    expect(await page('/site/search')).toContain('What are you looking for?');
  });

  it('stands on pages that are known by their number', async () => {
    await huts(...Array.from({ length: 30 }, (_each, index) => 1000 + index));
    const second = await page('/site/huts/?page=2');
    expect(titles(second)).toEqual(['Hut 25', 'Hut 26', 'Hut 27', 'Hut 28', 'Hut 29', 'Hut 30']);
    expect(second).toContain('<link rel="canonical" href="/site/huts/?page=2">');
    expect(second).toContain('aria-current="page" aria-label="Page 2"');
    expect(titles(await page('/site/huts/?page=900'))).toEqual(titles(second));
    expect(titles(await page('/site/huts/?page=2&sort=-altitude'))[0]).toBe('Hut 6');
  });

  it('stands in one order over all pages, also where some have no value', async () => {
    for (let index = 0; index < 30; index += 1) {
      const opened: JsonObject = index % 2 === 0 ? { f_opened: `19${10 + (index % 8)}-05-01` } : {};
      const made = await workspace().createHut(developer, opened, {
        title: `Hut ${index}`,
        slug: `hut-${index}`,
      });
      expect(made.status).toBe(201);
    }
    for (const sort of ['opened', '-opened', '-published_at']) {
      const pages = await Promise.all([1, 2].map((at) => page(`/site/huts/?sort=${sort}&page=${at}`)));
      expect(new Set(pages.flatMap(titles)).size)
        .withContext(sort)
        .toBe(30);
    }
  });

  it('says nothing of drafts, nor of what not everybody sees', async () => {
    await huts(900, 1200, 1500, 1800, 2100, 2400);
    const draft = await workspace().createHut(developer, {}, { title: 'Not yet', status: 'draft' });
    expect(draft.status).toBe(201);
    expect(await page('/site/huts/?q=not+yet')).not.toContain('huts/not-yet');
    expect(await page('/site/search?q=not+yet')).not.toContain('huts/not-yet');
    await setField('f_altitude', { editors: 'nothing' });
    const closed = await page('/site/huts/?altitude-from=2000');
    expect(titles(closed).length).toBe(6);
    expect(closed).not.toContain('altitude-from');
    await setField('f_altitude', { editors: 'change', inApi: false });
    expect(titles(await page('/site/huts/?altitude-from=2000&sort=-altitude'))[0]).toBe('Hut 1');
  });

  it('finds nothing by words that not everybody sees', async () => {
    await workspace().createHut(developer, { f_description: '<p>Quartz in the cellar</p>' });
    expect(await page('/site/search?q=quartz')).toContain('Larch Hut');
    for (const patch of [{ editors: 'nothing' }, { editors: 'change', inApi: false }]) {
      await setField('f_description', patch);
      await workspace().doJobs();
      for (const path of ['/site/search?q=quartz', '/site/huts/?q=quartz', '/site/search?q=quarz'])
        expect(await page(path))
          .withContext(path + JSON.stringify(patch))
          .not.toContain('huts/larch-hut');
      // Found by its title, it shows nothing of that either.
      expect(await page('/site/search?q=larch')).not.toContain('cellar');
    }
  });

  it('keeps what is chosen where nothing has it, and asks for nothing that is no value', async () => {
    await huts(900, 1200, 1500, 1800, 2100, 2400);
    const none = await page('/site/huts/?winter_room=true&altitude-from=9000');
    expect(none).toMatch(/name="winter_room" value="true" checked>/);
    expect(none).toContain('aria-label="Remove Winter room');
    const whole = await page('/site/huts/?area=nowhere&winter_room=perhaps');
    expect(titles(whole).length).toBe(6);
    expect(whole).not.toContain('noindex');
    expect(whole).not.toContain('class="chosen"');
  });

  it('names nobody because somebody asks', async () => {
    const added = await workspace().change(developer, {
      kind: 'add_field',
      group: 'g_hut',
      parent: null,
      index: 0,
      field: field({ id: 'f_keeper', key: 'keeper', label: 'Keeper', kind: 'person', filterable: true }),
    });
    expect(added.status).toBe(200);
    await huts(900, 1200, 1500, 1800, 2100, 2400);
    expect(await page('/site/huts/?keeper=p_demo_reader')).not.toContain('Orwin');
  });

  it('minds addresses that others wrote', async () => {
    await huts(900, 1200, 1500, 1800, 2100, 2400);
    for (const query of [
      'utm_source=x',
      'area=nowhere',
      'area=%00',
      'area=%E0%A4%A',
      'story=%00',
      'q=!!',
      'sort=nothing',
      'page=-1',
      'page=1e9',
      'altitude-from=x',
      'winter_room=perhaps',
      'after=abc',
      'q=%00',
      `q=${encodeURIComponent('a '.repeat(90))}`,
      'altitude-from=1e400',
      'opened-from=0001-01-01',
    ]) {
      const { status } = await workspace().get(`/site/huts/?${query}`);
      expect(status).withContext(query).toBe(200);
    }
    expect((await workspace().get('/site/search?q=%00')).status).toBe(200);
    for (const path of [
      '/site/huts/%00',
      '/site/areas/%00',
      '/site/%00',
      '/site/%E0%A4%A',
      '/site/huts/%E0%A4%A',
    ])
      expect((await workspace().get(path)).status)
        .withContext(path)
        .toBe(400);
  });

  it('speaks the language of the site', async () => {
    await huts(900, 1200, 1500, 1800, 2100, 2400);
    await workspace().send(
      'PUT',
      '/api/studio/settings',
      {
        version: 1,
        name: 'Hütten',
        language: 'de',
        startPage: null,
        siteAddress: null,
        binDays: 30,
        timeZone: 'UTC',
      },
      developer,
    );
    const html = await page('/site/huts/?winter_room=true');
    expect(html).toContain('Alles aufheben');
    expect(html).toContain('Zum Inhalt');
    expect(await page('/site/nothing')).toContain('Nicht gefunden');
  });

  it('leaves the address of the search to an entry that has it already', async () => {
    const about = { type: 'page', title: 'Search', slug: 'search', status: 'published', values: {} };
    const made = await workspace().send('POST', '/api/studio/entries', about, developer);
    expect(made.status).toBe(422);
  });
});
