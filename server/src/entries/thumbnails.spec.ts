import type { FoundEntry } from '@tovlet/core/contracts/routes';
import { eachWithWorkspace } from '../testing/workspace';

describe('the small picture of an entry', () => {
  const workspace = eachWithWorkspace();
  const titles = async (cookie: string, ...ids: readonly string[]): Promise<readonly (string | null)[]> => {
    const path = `/api/studio/entries/titles?ids=${ids.join(',')}`;
    const { body } = await workspace().get<readonly FoundEntry[]>(path, cookie);
    return ids.map((id) => body.find((each) => each.id === id)?.thumbnail ?? null);
  };

  it('is the first that it has, where somebody may see it', async () => {
    const [developer, editor] = [await workspace().signIn(), await workspace().signIn(1)];
    const picture = (await workspace().upload(editor)).body.id;
    const made = async (title: string, values: object): Promise<string> => {
      const { status, body } = await workspace().createHut(editor, { ...values }, { title });
      expect(status).toBe(201);
      return body.id;
    };
    const pictured = await made('Larch Hut', { f_picture: picture });
    const bare = await made('Stone Hut', {});
    expect(await titles(editor, pictured, bare)).toEqual([
      jasmine.stringContaining(`/media/${picture}/`),
      null,
    ]);
    const search = await workspace().get<readonly FoundEntry[]>('/api/studio/entries/search?q=larch', editor);
    expect(search.body.map(({ thumbnail }) => thumbnail)).toEqual([jasmine.stringContaining(picture)]);
    const hidden = { kind: 'set_field', field: 'f_picture', patch: { editors: 'nothing' } } as const;
    expect((await workspace().change(developer, hidden)).status).toBe(200);
    expect(await titles(editor, pictured)).toEqual([null]);
    expect(await titles(developer, pictured)).toEqual([jasmine.stringContaining(picture)]);
  });
});
