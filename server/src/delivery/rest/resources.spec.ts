import type { JsonObject } from '@tovlet/core/json';
import { eachWithWorkspace, type Refusal } from '../../testing/workspace';

interface List {
  readonly data: readonly JsonObject[];
  readonly page: { readonly next: string | null; readonly total: number };
}

describe('terms, people and media over REST', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });
  const get = async <Body = List>(path: string): Promise<Body> =>
    (await workspace().get<Body>(`/api/content/v1${path}`)).body;
  const statusOf = async (path: string): Promise<number> =>
    (await workspace().get(`/api/content/v1${path}`)).status;
  const term = async (label: string, parent: string | null = null): Promise<string> => {
    const given = { taxonomy: 'y_area', label, parent };
    const { body } = await workspace().send<{ id: string }>('POST', '/api/studio/terms', given, developer);
    return body.id;
  };

  it('lists taxonomies, and the terms of each with their fields, page by page', async () => {
    const taxonomies = (await get('/taxonomies')).data.map(({ key }) => key);
    expect<unknown>(taxonomies).toContain('area');
    const ridge = await term('Ridge');
    await term('Area 10', ridge);
    await term('Area 9', ridge);
    const first = await get('/taxonomies/area?page[size]=2&fields=label,parent');
    expect<unknown>(first.data).toEqual([
      { label: 'Area 9', parent: ridge },
      { label: 'Area 10', parent: ridge },
    ]);
    const rest = await get(`/taxonomies/area?page[size]=2&page[after]=${first.page.next ?? ''}`);
    expect<unknown>(rest.data.map(({ label }) => label)).toEqual(['Ridge']);
    expect([first.page.total, rest.page.next]).toEqual([3, null]);
    const { data } = await get<{ data: JsonObject }>('/taxonomies/area/area-9?include=ancestor_or_self');
    expect<unknown>(data['label']).toBe('Area 9');
    const around = await get<{ data: JsonObject }>('/taxonomies/area/ridge?include=parent,children.parent');
    expect<unknown>(around.data['parent']).toBeNull();
    expect<unknown>(around.data['children']).toEqual(
      ['Area 10', 'Area 9'].map((label) =>
        jasmine.objectContaining({ label, parent: jasmine.objectContaining({ label: 'Ridge' }) }),
      ),
    );
  });

  it('say what is not there', async () => {
    const { detail } = await get<Refusal>('/taxonomies/aera');
    expect(detail).toContain('Did you mean “area”?');
    for (const path of ['/taxonomies/area/none', '/people/none', '/media/none'])
      expect(await statusOf(path))
        .withContext(path)
        .toBe(404);
    for (const path of [
      '/people?sort=name',
      '/media?fields=sha',
      '/taxonomies/area?page[size]=0',
      '/people?page[after]=x',
    ])
      expect(await statusOf(path))
        .withContext(path)
        .toBe(400);
  });

  it('tell of people and media only what published entries show', async () => {
    const [people, media] = [await get('/people'), await get('/media')];
    expect<unknown>([people.data, people.page.total, media.data]).toEqual([[], 0, []]);
    const [me] = (
      await workspace().get<readonly { id: string; name: string }[]>('/api/studio/people', developer)
    ).body;
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_phone',
      patch: { kind: 'person', settings: {}, filterable: false },
    });
    await workspace().createHut(developer, { f_phone: me?.id ?? '' }, { title: 'Draft', status: 'draft' });
    expect((await get('/people')).data).toEqual([]);
    await workspace().createHut(developer, { f_phone: me?.id ?? '' });
    const { data } = await get('/people');
    expect(data.map(({ name }) => String(name))).toEqual([me?.name ?? '']);
    expect(JSON.stringify(data)).not.toContain('@');
    expect(await statusOf(`/people/${me?.id ?? ''}`)).toBe(200);
    await workspace().change(developer, { kind: 'set_field', field: 'f_phone', patch: { inApi: false } });
    expect((await get('/people')).data).toEqual([]);
  });
});
