import { brotliDecompressSync } from 'node:zlib';
import type { EntryAnswer } from '@tovlet/core/contracts/studio';
import { compileModel } from '@tovlet/core/model/compile';
import { demoModel, demoTerms } from '@tovlet/demo';
import { eq, sql } from 'drizzle-orm';
import { createApp } from '../app';
import { entry, medium, person, template, term, workspace as workspaceTable } from '../db/schema';
import { refillAll, markForRefill } from '../derived/refill';
import { eachWithWorkspace } from '../testing/workspace';
import { ContentRevisions } from './content';
import { KeptAnswers } from './kept-answers';

const ADDRESSES = [
  '/api/content/v1/huts',
  '/api/content/v1/huts?fields=title&sort=-altitude',
  '/api/content/v1/huts?filter[wardens.years][gte]=20&filter[area.ancestor_or_self.label][eq]=Middle',
  '/api/content/v1/huts?include=wardens',
  '/api/content/v1/huts/larch-hut',
  '/api/content/v1/wardens?include=huts_by_wardens',
  '/api/content/v1/posts',
  '/api/content/v1/openapi.json',
  '/site/',
  '/site/huts',
  '/site/huts/larch-hut',
  '/site/nowhere',
];

describe('answers that are kept', () => {
  const workspace = eachWithWorkspace();
  let editor: string;
  let hut: string;
  let warden: string;

  const make = async (type: string, title: string, values: object, status = 'published'): Promise<string> => {
    const entered = { type, title, status, values };
    const answer = await workspace().send<EntryAnswer>('POST', '/api/studio/entries', entered, editor);
    expect(answer.status).withContext(JSON.stringify(answer.body)).toBe(201);
    return answer.body.id;
  };

  beforeEach(async () => {
    editor = await workspace().signIn();
    const { database } = workspace().services;
    await database.insert(term).values([...demoTerms]);
    const { id: picture } = (await workspace().upload(editor)).body;
    warden = await make('warden', 'Tilde Vass', { f_years: 12 });
    hut = await make('hut', 'Larch Hut', {
      f_altitude: 2080,
      f_wardens: [warden],
      f_picture: picture,
      f_y_area: demoTerms.find(({ taxonomyId }) => taxonomyId === 'y_area')?.id ?? null,
    });
    await make('post', 'Opened', { f_notice_text: 'Come in.' });
  });

  const read = async (address: string): Promise<readonly unknown[]> => {
    const { status, body } = await workspace().request<unknown>(address, {});
    return [status, body];
  };

  /** What a server answers that has kept nothing. */
  async function readAnew(address: string): Promise<readonly unknown[]> {
    const { services } = workspace();
    const answers = new KeptAnswers(new ContentRevisions(services.connection));
    const response = await createApp({ ...services, answers }, '').request(address);
    const text = await response.text();
    const isJson = (response.headers.get('content-type') ?? '').includes('json');
    return [response.status, isJson ? JSON.parse(text) : text];
  }

  const tagsOf = async (addresses: readonly string[]): Promise<readonly (string | null)[]> =>
    Promise.all(
      addresses.map(async (address) => (await workspace().request(address, {})).headers.get('etag')),
    );

  it('are what they would be if they were made anew, whatever is written', async () => {
    const { database } = workspace().services;
    const model = compileModel(demoModel);
    const type = model.typeById.get('t_hut');
    const writes: Readonly<Record<string, () => Promise<unknown>>> = {
      'an entry is made': () => make('hut', 'Stone Hut', { f_altitude: 1700 }),
      'what it refers to is called otherwise': () =>
        database.update(entry).set({ title: 'Tilde Vassmark' }).where(eq(entry.id, warden)),
      'what it refers to is a draft': () =>
        database.update(entry).set({ status: 'draft' }).where(eq(entry.id, warden)),
      'and is published again': () =>
        database.update(entry).set({ status: 'published' }).where(eq(entry.id, warden)),
      'a term is called otherwise': () => database.update(term).set({ label: 'Middle' }),
      'a picture has other words': () => database.update(medium).set({ alt: 'A hut below larches' }),
      'a person is called otherwise': () => database.update(person).set({ name: 'Ane Berg' }),
      'the site is called otherwise': () => database.update(workspaceTable).set({ name: 'Huts' }),
      'the site begins with an entry': () => database.update(workspaceTable).set({ startPage: hut }),
      'the site has an address': () =>
        database.update(workspaceTable).set({ siteAddress: 'https://huts.velmark.example' }),
      'a template is saved': () =>
        database.insert(template).values({
          id: 't_hut',
          version: 1,
          content: { mode: 'liquid', blocks: [], liquid: '<p>{{ entry.title }}</p>' },
          updatedBy: 'p_demo_developer',
        }),
      'a key is renamed': () =>
        workspace().change(editor, { kind: 'set_field', field: 'f_opened', patch: { key: 'since' } }),
      'lists are filled anew': async () => {
        await markForRefill(database, ['t_hut']);
      },
      'and are filled': async () => {
        if (type) await refillAll(database, model, type);
      },
      'an entry goes': () => database.delete(entry).where(eq(entry.id, hut)),
      'what it refers to goes': () => database.delete(entry).where(eq(entry.id, warden)),
    };
    for (const [what, write] of Object.entries(writes)) {
      for (const address of ADDRESSES) await read(address);
      await write();
      for (const address of ADDRESSES)
        expect(await read(address))
          .withContext(`${address} after ${what}`)
          .toEqual(await readAnew(address));
    }
  });

  it('stay where nothing is written that they are made of', async () => {
    const [list, post] = ['/api/content/v1/huts', '/api/content/v1/posts'];
    const before = await tagsOf([list, post]);
    await make('post', 'Closed', { f_notice_text: 'Until May.' });
    const after = await tagsOf([list, post]);
    expect(after[0]).toBe(before[0] ?? null);
    expect(after[1]).not.toBe(before[1] ?? null);
  });

  it('follow what only pages show of what they refer to', async () => {
    await workspace().change(editor, { kind: 'set_field', field: 'f_wardens', patch: { inApi: false } });
    const address = '/site/huts/larch-hut';
    expect(String((await read(address))[1])).toContain('Tilde Vass');
    const { database } = workspace().services;
    await database.update(entry).set({ title: 'Ane Berg' }).where(eq(entry.id, warden));
    expect(await read(address)).toEqual(await readAnew(address));
    expect(String((await read(address))[1])).toContain('Ane Berg');
  });

  it('stay where drafts are written, so that nothing is told of these', async () => {
    const before = await tagsOf(ADDRESSES);
    const draft = await make('hut', 'Not yet', { f_altitude: 1700 }, 'draft');
    await workspace().services.database.delete(entry).where(eq(entry.id, draft));
    expect(await tagsOf(ADDRESSES)).toEqual(before);
  });

  it('are made of everything where a reference leads to nothing that is published', async () => {
    const draft = await make('warden', 'Not yet', {}, 'draft');
    await make('hut', 'Stone Hut', { f_altitude: 1700, f_wardens: [draft] });
    const before = await tagsOf(['/api/content/v1/huts/stone-hut']);
    await make('post', 'Closed', { f_notice_text: 'Until May.' });
    expect(await tagsOf(['/api/content/v1/huts/stone-hut'])).not.toEqual(before);
  });

  it('are not sent to who has them, whichever process is asked, and nothing is read for it', async () => {
    const [tag] = await tagsOf(['/api/content/v1/huts?include=wardens']);
    const { services } = workspace();
    const answers = new KeptAnswers(new ContentRevisions(services.connection));
    // Without anything that could be read.
    const database = new Proxy(services.database, {
      get: () => {
        throw new Error('Nothing is read for it.');
      },
    });
    const other = createApp({ ...services, database, answers }, '');
    const ask = (sent: string | null, path = '/api/content/v1/huts?include=wardens') =>
      other.request(path, { headers: { 'if-none-match': `"of-another", W/${sent ?? ''}` } });
    expect((await ask(tag ?? null)).status).toBe(304);
    // The tag of one address says nothing of another.
    await expectAsync(ask(tag ?? null, '/api/content/v1/huts')).not.toBeRejected();
    expect((await ask(tag ?? null, '/api/content/v1/huts')).status).toBe(500);
  });

  it('are compressed where that is understood, each way with a tag of its own', async () => {
    const ask = (encoding: string, tag = '') =>
      workspace().app.request('/api/content/v1/openapi.json', {
        headers: { 'accept-encoding': encoding, 'if-none-match': tag },
      });
    const zipped = await ask('br;q=0, gzip');
    const plain = await ask('gzip;q=0, identity');
    expect(zipped.headers.get('content-encoding')).toBe('gzip');
    expect(plain.headers.get('content-encoding')).toBeNull();
    expect(zipped.headers.get('etag')).not.toBe(plain.headers.get('etag'));
    expect(zipped.headers.get('vary')).toContain('accept-encoding');
    const stream = zipped.body?.pipeThrough(new DecompressionStream('gzip')) ?? null;
    expect(await new Response(stream).text()).toBe(await plain.text());
    expect((await ask('gzip', zipped.headers.get('etag') ?? '')).status).toBe(304);
    const best = await ask('gzip, deflate, br');
    expect(best.headers.get('content-encoding')).toBe('br');
    expect(brotliDecompressSync(await best.arrayBuffer()).toString()).toBe(await (await ask('')).text());
    const bestTag = best.headers.get('etag') ?? '';
    expect(bestTag).not.toBe(zipped.headers.get('etag') ?? '');
    for (const encoding of ['br', 'gzip', ''])
      expect((await ask(encoding, bestTag)).status)
        .withContext(encoding)
        .toBe(304);
  });

  it('are not kept where something went wrong, or where a page asks for the time', async () => {
    const { database } = workspace().services;
    const write = (liquid: string) => {
      const content = { mode: 'liquid' as const, blocks: [], liquid };
      return database
        .insert(template)
        .values({ id: 't_hut', version: 1, content, updatedBy: 'p_demo_developer' })
        .onConflictDoUpdate({ target: template.id, set: { content, updatedAt: sql`clock_timestamp()` } });
    };
    await write('{{ "now" | date: "%s%L" }}');
    const page = () => workspace().request<string>('/site/huts/larch-hut', {});
    const first = await page();
    await new Promise((resolve) => setTimeout(resolve, 5));
    expect(first.headers.get('etag')).toBeNull();
    expect((await page()).body).not.toBe(first.body);
    await write('{% for %}');
    const failed = await page();
    expect([failed.status, failed.headers.get('etag'), failed.headers.get('cache-control')]).toEqual([
      503,
      null,
      'no-store',
    ]);
  });

  it('are begun anew with another workspace', async () => {
    const before = await tagsOf(['/api/content/v1/openapi.json']);
    await workspace().services.database.execute(
      sql`UPDATE workspace SET created_at = created_at + interval '1 second'`,
    );
    expect(await tagsOf(['/api/content/v1/openapi.json'])).not.toEqual(before);
  });
});
