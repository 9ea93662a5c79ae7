import { TestBed } from '@angular/core/testing';
import { block, type Block } from '@tovlet/core/templates/template';
import {
  altitude,
  documentOf,
  hutGroup,
  prices,
  settle,
  setUpWorkbench,
  signInAs,
} from '../../../testing/workbench';
import { Screen } from '../../../testing/screen';
import { SampleValues } from '../../pickers/path/sample-values';
import { BuilderStore } from './builder-store';
import { PageSummary } from './page-summary';

describe('the summary of a page', () => {
  let store: BuilderStore;
  let screen: Screen<PageSummary>;
  const open = async (role: 'developer' | 'editor', ...blocks: readonly Block[]): Promise<void> => {
    const server = setUpWorkbench();
    TestBed.configureTestingModule({ providers: [BuilderStore, SampleValues] });
    await signInAs(server, role);
    await server.loadModel(documentOf(hutGroup(altitude, prices)));
    store = TestBed.inject(BuilderStore);
    store.open('t_hut');
    TestBed.tick();
    const content = { mode: 'blocks', liquid: '', blocks };
    const saved = { id: 't_hut', type: 't_hut', version: 1, content, liquid: '' };
    server.answer('/api/studio/templates/t_hut', saved);
    server.answer('/api/studio/entries?', { items: [], total: 0 });
    await settle();
    TestBed.tick();
    screen = await Screen.of(PageSummary);
  };
  const bound = (id: string, path: string): Block =>
    block({
      id,
      kind: 'text',
      properties: { text: { binding: { source: 'entry', path, format: null, fallback: '' } } },
    });
  afterEach(() => screen.leave());

  it('names what the page leaves out, and puts it there', async () => {
    await open('developer', bound('b_1', 'f_altitude'));
    expect(screen.text).not.toContain('Altitude');
    await screen.press('Add Prices to the page');
    expect(store.content().blocks.map(({ kind }) => kind)).toEqual(['text', 'table']);
    expect(screen.text).toContain('Every value of the entry is on this page.');
  });

  it('says what is wrong, and leads to the block', async () => {
    await open('developer', bound('b_1', 'f_gone'), bound('b_2', 'f_altitude'));
    screen.all('button')[0]?.click();
    expect(screen.text).toContain('It shows a field that was removed.');
    expect(store.selectedId()).toBe('b_1');
  });

  it('lets nobody put values there who may only look', async () => {
    await open('editor');
    const put = screen.button('Add Prices to the page');
    put.click();
    expect(store.content().blocks).toEqual([]);
  });
});
