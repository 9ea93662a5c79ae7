import type { SettingsAnswer } from '@tovlet/core/contracts/studio';
import { starterModel } from '@tovlet/demo';
import { eachWithWorkspace, type Refusal } from '../testing/workspace';

describe('the settings of the workspace', () => {
  const workspace = eachWithWorkspace(starterModel);
  const settings: SettingsAnswer = {
    version: 1,
    name: 'My site',
    language: 'de',
    startPage: null,
    siteAddress: null,
    binDays: 30,
    timeZone: 'UTC',
  };
  let developer: string;
  beforeEach(async () => (developer = await workspace().signIn()));
  const save = (given: object, cookie = developer) =>
    workspace().send<SettingsAnswer & Refusal>('PUT', '/api/studio/settings', given, cookie);
  const site = async (path = '/site/'): Promise<string> => (await workspace().get<string>(path)).body;
  const create = async (type: string, title: string, status = 'published'): Promise<string> => {
    const entry = { type, title, status, values: {} };
    return (await workspace().send<{ id: string }>('POST', '/api/studio/entries', entry, developer)).body.id;
  };

  it('name the site and its language', async () => {
    expect((await save(settings)).body.version).toBe(2);
    const html = await site();
    expect(html).toContain('<html lang="de">');
    expect(html).toContain('<title>My site</title>');
    await save({ ...settings, version: 2, language: 'ar' });
    expect(await site()).toContain('<html lang="ar" dir="rtl">');
  });

  it('are for developers, and are not saved over what another saved', async () => {
    expect((await save(settings, await workspace().signIn(1))).status).toBe(403);
    expect((await save({ ...settings, language: 'no such' })).body.errors[0]?.path).toBe('/language');
    for (const timeZone of ['', 'Middle ridge', '+02:00'])
      expect((await save({ ...settings, timeZone })).body.errors[0]?.path).toBe('/timeZone');
    await save(settings);
    const late = await save({ ...settings, name: 'Late' });
    expect(late.status).toBe(409);
    expect<unknown>(late.body.current['settings']).toEqual({ ...settings, version: 2 });
  });

  it('begin the site with a chosen page, and with an index while it is not published', async () => {
    expect(await site()).toContain('Nothing is published yet.');
    const page = await create('page', 'Welcome to us');
    await create('post', 'First news');
    const index = await site();
    expect(index).toContain('href="/site/welcome-to-us"');
    expect(index).toContain('href="/site/posts/first-news"');
    // Pages stand at the root: they have no list of their own to lead to.
    expect(index).not.toContain('<a href="/site/">Pages</a>');
    expect((await save({ ...settings, startPage: page })).status).toBe(200);
    expect(await site()).toContain('<h1>Welcome to us</h1>');
    const draft = await create('page', 'Not yet', 'draft');
    await save({ ...settings, version: 2, startPage: draft });
    expect(await site()).toContain('First news');
    expect(await site()).not.toContain('Not yet');
  });

  it('say under which address the site is reached, so that pages know their own', async () => {
    await create('page', 'About us');
    expect(await site('/site/about-us')).toContain('<link rel="canonical" href="/site/about-us">');
    const saved = await save({ ...settings, siteAddress: 'https://velmark.example/' });
    expect(saved.body.siteAddress).toBe('https://velmark.example');
    const html = await site('/site/about-us');
    expect(html).toContain('<link rel="canonical" href="https://velmark.example/site/about-us">');
    expect(html).toContain('<meta property="og:url" content="https://velmark.example/site/about-us">');
    for (const siteAddress of ['velmark.example', 'https://velmark.example/huts', 'ftp://velmark.example'])
      expect((await save({ ...settings, version: 2, siteAddress })).body.errors[0]?.path).toBe(
        '/siteAddress',
      );
    expect((await save({ ...settings, version: 2, siteAddress: '' })).body.siteAddress).toBeNull();
  });

  it('take no start page that is not there', async () => {
    expect((await save({ ...settings, startPage: 'e_none' })).body.errors[0]?.path).toBe('/startPage');
  });
});
