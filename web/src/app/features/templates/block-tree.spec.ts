import { TestBed } from '@angular/core/testing';
import { TestKey } from '@angular/cdk/testing';
import { MatTreeHarness, type MatTreeNodeHarness } from '@angular/material/tree/testing';
import { block } from '@tovlet/core/templates/template';
import { altitude, documentOf, hutGroup, settle, setUpWorkbench, signInAs } from '../../../testing/workbench';
import { Screen } from '../../../testing/screen';
import { SampleValues } from '../../pickers/path/sample-values';
import { BlockTree } from './block-tree';
import { BuilderStore } from './builder-store';

describe('the tree of blocks', () => {
  let store: BuilderStore;
  let screen: Screen<BlockTree>;
  let tree: MatTreeHarness;
  const open = async (role: 'developer' | 'editor', blocks = page): Promise<void> => {
    const server = setUpWorkbench();
    TestBed.configureTestingModule({ providers: [BuilderStore, SampleValues] });
    await signInAs(server, role);
    await server.loadModel(documentOf(hutGroup(altitude)));
    store = TestBed.inject(BuilderStore);
    store.open('t_hut');
    TestBed.tick();
    server.answer('/api/studio/templates/t_hut', {
      id: 't_hut',
      type: 't_hut',
      version: 1,
      content: { mode: 'blocks', liquid: '', blocks },
      liquid: '',
    });
    server.answer('/api/studio/entries?', { items: [], total: 0 });
    await settle();
    TestBed.tick();
    screen = await Screen.of(BlockTree);
    tree = await screen.part(MatTreeHarness);
  };
  const text = (id: string, words: string) =>
    block({ id, kind: 'text', properties: { text: { constant: words } } });
  const page = [
    block({
      id: 'b_section',
      kind: 'section',
      children: [text('b_1', 'Stove'), text('b_2', 'Spring')],
    }),
    text('b_3', 'Map'),
  ];
  const line = async (index: number): Promise<MatTreeNodeHarness> => {
    const node = (await tree.getNodes())[index];
    if (!node) throw new Error(`There is no line ${index}.`);
    return node;
  };
  const words = async (): Promise<readonly string[]> =>
    Promise.all((await tree.getNodes()).map((node) => node.getText()));
  const press = async (index: number, key: TestKey, alt = false): Promise<void> => {
    const host = await (await line(index)).host();
    await host.focus();
    await host.sendKeys({ alt }, key);
    await screen.drawn();
  };
  afterEach(() => screen.leave());

  it('names each by what it shows, on its level', async () => {
    await open('developer');
    expect(await words()).toEqual(['Section', 'Text: Stove', 'Text: Spring', 'Text: Map']);
    expect(await Promise.all((await tree.getNodes()).map((node) => node.getLevel()))).toEqual([1, 2, 2, 1]);
  });

  it('folds what stands in a block, by keys as well', async () => {
    await open('developer');
    await press(0, TestKey.LEFT_ARROW);
    expect(await words()).toEqual(['Section', 'Text: Map']);
    await press(0, TestKey.RIGHT_ARROW);
    expect((await words()).length).toBe(4);
  });

  it('chooses the block that arrows come to', async () => {
    await open('developer');
    await press(0, TestKey.DOWN_ARROW);
    expect(store.selectedId()).toBe('b_1');
    expect(await (await (await line(1)).host()).getAttribute('aria-selected')).toBe('true');
  });

  it('moves a block by Alt and arrows, and removes it by Delete', async () => {
    await open('developer');
    await press(1, TestKey.DOWN_ARROW, true);
    expect(await words()).toEqual(['Section', 'Text: Spring', 'Text: Stove', 'Text: Map']);
    expect(store.selectedId()).toBe('b_1');
    await press(3, TestKey.DELETE);
    expect(await words()).toEqual(['Section', 'Text: Spring', 'Text: Stove']);
  });

  it('changes nothing for somebody who may only look', async () => {
    await open('editor');
    await press(1, TestKey.DELETE);
    await press(1, TestKey.DOWN_ARROW, true);
    expect((await words()).length).toBe(4);
  });

  it('says what to do on an empty page', async () => {
    await open('developer', []);
    expect(screen.text).toBe('An empty page. Add a block, or a value from below.');
  });
});
