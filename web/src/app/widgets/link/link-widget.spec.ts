import type { JsonValue } from '@tovlet/core/json';
import { compileModel } from '@tovlet/core/model/compile';
import { field } from '@tovlet/core/model/document';
import { Screen } from '../../../testing/screen';
import { documentOf, hutGroup, setUpWorkbench, until, type TestServer } from '../../../testing/workbench';
import { EntryFinderHarness } from '../../pickers/entry/entry-finder.harness';
import { LinkWidget } from './link-widget';

describe('the widget of links', () => {
  let server: TestServer;
  let screen: Screen<LinkWidget>;
  let commits: JsonValue[];
  const open = async (value: JsonValue): Promise<void> => {
    server = setUpWorkbench();
    const document = documentOf(hutGroup(field({ id: 'f_link', key: 'link', label: 'Book', kind: 'link' })));
    await server.loadModel(document);
    commits = [];
    screen = await Screen.of(LinkWidget, {
      field: compileModel(document).fields.get('f_link'),
      value,
      inputId: 'box',
      commit: (next: JsonValue) => commits.push(next),
    });
  };
  const answer = async (path: string, ...entries: readonly object[]): Promise<void> => {
    await until(() => {
      const [request] = server.http.match(({ url }) => url.endsWith(path));
      request?.flush(entries);
      return request !== undefined;
    });
    await screen.drawn();
  };
  const birch = { id: 'e_2', title: 'Birch Hut', typeId: 't_hut', status: 'published' };
  afterEach(() => screen.leave());

  it('leads to an address that is typed', async () => {
    await open(null);
    await screen.enter('Book, address', 'https://huts.example');
    expect<unknown>(commits).toEqual([{ url: 'https://huts.example', text: '', newTab: false }]);
    await screen.enter('Book, address', '');
    expect(commits.at(-1)).toBeNull();
  });

  it('leads to an entry that is found by words, and keeps the words', async () => {
    await open({ url: 'https://huts.example', text: 'Book here', newTab: true });
    await screen.press('Lead to an entry');
    const finder = await screen.part(EntryFinderHarness);
    await finder.type('bir');
    await answer('/search', birch);
    await until(async () => (await finder.offered()).length > 0);
    await finder.press('Enter');
    const led = { url: '', text: 'Book here', newTab: true, entry: 'e_2' };
    expect<unknown>(commits).toEqual([led]);
    await screen.set('value', led);
    await answer('/titles', birch);
    expect(screen.all('a')[0]?.textContent).toContain('Birch Hut');
    await screen.press('Take out Birch Hut');
    expect<unknown>(commits.at(-1)).toEqual({ url: '', text: 'Book here', newTab: true });
  });

  it('says that the entry was deleted', async () => {
    await open({ url: '', text: '', newTab: false, entry: 'e_9' });
    await answer('/titles');
    expect(screen.text).toContain('An entry that was deleted');
    await screen.press('Take out An entry that was deleted');
    expect<unknown>(commits).toEqual([null]);
  });
});
