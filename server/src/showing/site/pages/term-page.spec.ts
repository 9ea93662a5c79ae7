import type { TermAnswer } from '@tovlet/core/contracts/studio';
import { eachWithWorkspace } from '../../../testing/workspace';

describe('the page of a term', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });
  const page = async (path: string): Promise<string> => (await workspace().get<string>(path)).body;
  const addTerm = async (label: string, slug: string, parent: string | null = null, about = '') => {
    const given = { taxonomy: 'y_area', label, slug, parent };
    const { status, body } = await workspace().send<TermAnswer>(
      'POST',
      '/api/studio/terms',
      given,
      developer,
    );
    expect(status).toBe(201);
    const saved = { version: body.version, label, slug, values: { f_area_about: about } };
    const put = await workspace().send('PUT', `/api/studio/terms/${body.id}`, saved, developer);
    expect(put.status).toBe(200);
    return body.id;
  };

  it('tells of itself, of what stands around it, and of what has it or a term below it', async () => {
    const north = await addTerm('North <ridge>', 'north', null, 'High and windy.');
    const kest = await addTerm('Kest valley', 'kest', north);
    await addTerm('South ridge', 'south');
    expect((await workspace().createHut(developer, { f_y_area: kest })).status).toBe(201);
    expect(
      (await workspace().createHut(developer, { f_y_area: kest }, { title: 'Draft', status: 'draft' }))
        .status,
    ).toBe(201);
    const above = await page('/site/areas/north');
    expect(above).toContain('<h1>North &lt;ridge&gt;</h1>');
    expect(above).toContain('High and windy.');
    expect(above).toContain('<a href="/site/areas/kest">Kest valley</a>');
    expect(above).toContain('Larch Hut');
    expect(above).not.toContain('Draft');
    expect(above).toContain('<link rel="canonical" href="/site/areas/north">');
    expect(await page('/site/areas/kest')).toContain(
      '<a href="/site/areas/north">North &lt;ridge&gt;</a></nav>',
    );
    expect(await page('/site/areas/south')).toContain('Nothing is published yet.');
    expect((await workspace().get('/site/areas/none')).status).toBe(404);
    // Pages, programs and the map of the site know where it is.
    expect(await page('/site/huts/larch-hut')).toContain('<a href="/site/areas/kest">Kest valley</a>');
    const { body } = await workspace().get<{ data: { url: string } }>('/api/content/v1/taxonomies/area/kest');
    expect(body.data.url).toBe('/site/areas/kest');
    expect(await page('/site/sitemap.xml')).toContain('/site/areas/kest</loc>');
  });

  it('says nothing that not everybody may see', async () => {
    await addTerm('North ridge', 'north', null, 'High and windy.');
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_area_about',
      patch: { editors: 'nothing' },
    });
    expect(await page('/site/areas/north')).not.toContain('High and windy.');
  });

  it('gives way to a type that has its pages there', async () => {
    await addTerm('North ridge', 'north');
    const answer = await workspace().change(developer, {
      kind: 'set_content_type',
      contentType: 't_post',
      patch: { address: '/areas/{slug}' },
    });
    expect(answer.status).toBe(200);
    expect((await workspace().get('/site/areas/north')).status).toBe(404);
    const { body } = await workspace().get<{ data: { url: string } }>(
      '/api/content/v1/taxonomies/area/north',
    );
    expect(body.data.url).toBe('');
  });
});
