import type {
  EntryAnswer,
  FindingsAnswer,
  MendingAnswer,
  MediumUses,
  RemovalAnswer,
} from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { examineEntries } from '../jobs/examine_entries/examine-entries';
import { eachWithWorkspace } from '../testing/workspace';

describe('what texts of entries name', () => {
  const workspace = eachWithWorkspace();
  let editor: string;
  beforeEach(async () => {
    editor = await workspace().signIn(1);
  });
  const made = async (title: string, values: JsonObject = {}, more: object = {}): Promise<EntryAnswer> => {
    const { status, body } = await workspace().createHut(editor, values, { title, ...more });
    expect(status).withContext(JSON.stringify(body)).toBe(201);
    return body;
  };
  const textTo = (id: string): JsonObject => ({
    f_description: `<p>Go on to <a data-entry="${id}">the next</a>.</p>`,
  });
  const described = async ({ slug }: { readonly slug: string }): Promise<unknown> =>
    (await workspace().get<{ data: JsonObject }>(`/api/content/v1/huts/${slug}`)).body.data['description'];
  const remove = async (id: string): Promise<void> => {
    const { body } = await workspace().get<EntryAnswer>(`/api/studio/entries/${id}`, editor);
    const path = `/api/studio/entries/${id}?version=${body.version}`;
    expect((await workspace().send('DELETE', path, undefined, editor)).status).toBeLessThan(300);
  };

  it('leads to the page as it is called by now, for visitors and programs', async () => {
    const next = await made('Larch Hut');
    const hut = await made('Stone Hut', textTo(next.id));
    expect(await described(hut)).toBe('<p>Go on to <a href="/site/huts/larch-hut">the next</a>.</p>');
    const { values, version } = (await workspace().get<EntryAnswer>(`/api/studio/entries/${next.id}`, editor))
      .body;
    const moved = { version, title: 'Larch Hut', slug: 'old-larch', status: 'published', values };
    expect((await workspace().send('PUT', `/api/studio/entries/${next.id}`, moved, editor)).status).toBe(200);
    expect(await described(hut)).toBe('<p>Go on to <a href="/site/huts/old-larch">the next</a>.</p>');
    const page = await (await workspace().app.request('/site/huts/stone-hut')).text();
    expect(page).toContain('<a href="/site/huts/old-larch">the next</a>');
  });

  it('stays as words while it is a draft or in the bin, and leads there again', async () => {
    const next = await made('Larch Hut');
    const hut = await made('Stone Hut', textTo(next.id));
    const removal = await workspace().get<RemovalAnswer>(`/api/studio/bin/removal/entry/${next.id}`, editor);
    expect(removal.body.referrers.map(({ title, effect }) => [title, effect])).toEqual([
      ['Stone Hut', 'keep'],
    ]);
    await remove(next.id);
    expect(await described(hut)).toBe('<p>Go on to the next.</p>');
    // It is said, and keeps nobody from saving.
    await workspace().services.jobs.send(examineEntries, {});
    await workspace().doJobs();
    const { findings } = (await workspace().get<FindingsAnswer>('/api/studio/findings', editor)).body;
    expect(findings.map(({ code, severity }) => [code, severity])).toEqual([['no_such_entry', 'warn']]);
    const query = 'type=hut&field=f_description&code=no_such_entry&subject=';
    const path = `/api/studio/findings/mending?${query}`;
    const mending = await workspace().get<MendingAnswer>(path, editor);
    expect<unknown>(mending.body.samples.map(({ after }) => after)).toEqual(['<p>Go on to the next.</p>']);
    const { body } = await workspace().get<EntryAnswer>(`/api/studio/entries/${hut.id}`, editor);
    const { title, slug, values, version } = body;
    const saved = { version, title, slug, status: 'published', values: { ...values, f_altitude: 2090 } };
    expect((await workspace().send('PUT', `/api/studio/entries/${hut.id}`, saved, editor)).status).toBe(200);
    const back = await workspace().send('POST', `/api/studio/bin/entry/${next.id}/restore`, {}, editor);
    expect(back.status).toBeLessThan(300);
    expect(await described(hut)).toContain('<a href="/site/huts/larch-hut">the next</a>');
  });

  it('shows pictures, which are known to be used there', async () => {
    const medium = (await workspace().upload(editor)).body.id;
    const hut = await made('Stone Hut', { f_description: `<img data-medium="${medium}" alt="A drawing">` });
    expect(await described(hut)).toMatch(/^<img src="\/media\/[^"]+" .*alt="A drawing"/);
    const { body } = await workspace().get<MediumUses>(`/api/studio/media/${medium}/uses`, editor);
    expect(body.uses.map(({ name, field }) => [name, field])).toEqual([['Stone Hut', 'Description']]);
    const media = await workspace().get<{ data: readonly JsonObject[] }>('/api/content/v1/media');
    expect<unknown>(media.body.data.map(({ id }) => id)).toEqual([medium]);
    const unused = await workspace().get<{ items: readonly object[] }>('/api/studio/media?used=no', editor);
    expect(unused.body.items).toEqual([]);
  });
});
