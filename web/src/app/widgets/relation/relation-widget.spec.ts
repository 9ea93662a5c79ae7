import { TestBed } from '@angular/core/testing';
import type { JsonValue } from '@tovlet/core/json';
import { compileModel } from '@tovlet/core/model/compile';
import { field } from '@tovlet/core/model/document';
import {
  documentOf,
  hearNotices,
  hutGroup,
  press,
  settle,
  until,
  setUpWorkbench,
  signInAs,
  type TestServer,
} from '../../../testing/workbench';
import { Screen } from '../../../testing/screen';
import { EntryFinderHarness } from '../../pickers/entry/entry-finder.harness';
import { CREATES_IN_PLACE } from '../../forms/creates-in-place';
import { FormStore } from '../../forms/form-store';
import { RelationWidget } from './relation-widget';

const titled = (id: string, title: string) => ({ id, title, type: 't_hut', status: 'published' });

describe('the widget of relations', () => {
  let server: TestServer;
  let screen: Screen<RelationWidget>;
  let commits: JsonValue[];
  const open = async (value: JsonValue, many = true, creates = false): Promise<void> => {
    server = setUpWorkbench();
    const inPlace = { provide: CREATES_IN_PLACE, useValue: creates };
    TestBed.configureTestingModule({ providers: [FormStore, inPlace] });
    hearNotices();
    const relation = field({
      id: 'f_near',
      key: 'near',
      label: 'Near',
      kind: 'relation',
      many: many ? { min: null, max: 3 } : null,
      settings: { types: ['t_hut'] },
    });
    const document = documentOf(hutGroup(relation));
    await server.loadModel(document);
    const compiled = compileModel(document).fields.get('f_near');
    commits = [];
    screen = await Screen.of(RelationWidget, {
      field: compiled,
      value,
      inputId: 'box',
      commit: (next: JsonValue) => commits.push(next),
    });
  };
  const answerTitles = async (...known: readonly ReturnType<typeof titled>[]): Promise<void> => {
    await settle();
    for (const request of server.http.match(({ url }) => url.endsWith('/titles'))) request.flush(known);
    await settle();
    await screen.drawn();
  };
  afterEach(() => screen.leave());

  it('names the chosen entries in order, and those that were deleted as such', async () => {
    await open(['e_1', 'e_2']);
    await answerTitles(titled('e_1', 'Larch Hut'));
    expect(screen.text).toContain('Larch Hut');
    expect(screen.text).toContain('An entry that was deleted');
  });

  it('changes the order by keys, and takes one out', async () => {
    await open(['e_1', 'e_2']);
    await answerTitles(titled('e_1', 'Larch Hut'), titled('e_2', 'Birch Hut'));
    press(screen.button('Move Birch Hut with Alt and arrow keys'), 'ArrowUp', { altKey: true });
    expect<unknown>(commits.at(-1)).toEqual(['e_2', 'e_1']);
    await screen.press('Take out Larch Hut');
    expect<unknown>(commits.at(-1)).toEqual(['e_2']);
  });

  it('finds entries of its types by words, and adds the active one with Enter', async () => {
    await open(null);
    const finder = await screen.part(EntryFinderHarness);
    await finder.type('bir');
    await new Promise((resolve) => setTimeout(resolve, 220));
    const request = server.http.expectOne(({ url }) => url.endsWith('/search'));
    expect([request.request.params.get('q'), request.request.params.get('types')]).toEqual(['bir', 't_hut']);
    request.flush([{ id: 'e_2', title: 'Birch Hut', typeId: 't_hut', status: 'draft' }]);
    await screen.drawn();
    await until(async () => (await finder.offered()).length > 0);
    expect(await finder.offered()).toEqual(['Birch Hut Hut, draft']);
    await finder.press('Enter');
    expect<unknown>(commits).toEqual([['e_2']]);
    expect(await finder.words()).toBe('');
  });

  it('takes one entry alone where the field holds one value', async () => {
    await open('e_1', false);
    await answerTitles(titled('e_1', 'Larch Hut'));
    expect(screen.all('#box input').length).toBe(0);
    await screen.press('Take out Larch Hut');
    expect<unknown>(commits).toEqual([null]);
  });

  /** Types words of which some entries are found. */
  const look = async (words: string, ...found: readonly object[]): Promise<EntryFinderHarness> => {
    const finder = await screen.part(EntryFinderHarness);
    await finder.type(words);
    await until(() => {
      const [request] = server.http.match(({ url }) => url.endsWith('/search'));
      request?.flush(found);
      return request !== undefined;
    });
    await screen.drawn();
    return finder;
  };

  it('offers a draft of what nothing is called, and puts it in', async () => {
    await open(null, true, true);
    await signInAs(server, 'editor');
    await screen.drawn();
    const finder = await look('Cairn Hut', { id: 'e_2', title: 'Cairn', typeId: 't_hut', status: 'draft' });
    await until(async () => (await finder.offered()).length === 2);
    await finder.choose('New hut “Cairn Hut”');
    const { request } = server.http.expectOne({ method: 'POST', url: '/api/studio/entries' });
    expect(request.body).toEqual({ type: 't_hut', title: 'Cairn Hut', status: 'draft', values: {} });
  });

  it('offers none where it is called so already, nor where fields are tried', async () => {
    await open(null, true, true);
    await signInAs(server, 'editor');
    await screen.drawn();
    const finder = await look('cairn', { id: 'e_2', title: 'Cairn', typeId: 't_hut', status: 'draft' });
    await until(async () => (await finder.offered()).length > 0);
    expect(await finder.offered()).toEqual(['Cairn Hut, draft']);
    screen.leave();
    TestBed.resetTestingModule();
    await open(null);
    await signInAs(server, 'editor');
    await screen.drawn();
    expect(await (await look('Cairn Hut')).offered()).toEqual([]);
  });
});
