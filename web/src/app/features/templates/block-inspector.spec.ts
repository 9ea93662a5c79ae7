import { TestBed } from '@angular/core/testing';
import { block, type Block } from '@tovlet/core/templates/template';
import {
  altitude,
  documentOf,
  hearNotices,
  hutGroup,
  prices,
  settle,
  setUpWorkbench,
  winter,
} from '../../../testing/workbench';
import { field } from '@tovlet/core/model/document';
import { Screen } from '../../../testing/screen';
import { BlockInspector } from './block-inspector';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { MatExpansionPanelHarness } from '@angular/material/expansion/testing';
import { PathSearchHarness } from '../../pickers/path/path-search.harness';
import { BuilderStore } from './builder-store';
import { SampleValues } from '../../pickers/path/sample-values';

const beds = field({
  id: 'f_beds',
  key: 'beds',
  label: 'Beds',
  kind: 'group',
  fields: [field({ id: 'f_rooms', key: 'rooms', label: 'In rooms', kind: 'number' })],
});

describe('the inspector of a block', () => {
  let store: BuilderStore;
  let screen: Screen<BlockInspector>;
  const open = async (shown: Block): Promise<void> => {
    const server = setUpWorkbench();
    hearNotices();
    TestBed.configureTestingModule({ providers: [BuilderStore, SampleValues] });
    await server.loadModel(documentOf(hutGroup(altitude, winter, prices, beds)));
    store = TestBed.inject(BuilderStore);
    store.open('t_hut');
    TestBed.tick();
    const content = { mode: 'blocks' as const, liquid: '', blocks: [shown] };
    server.answer('/api/studio/templates/t_hut', {
      id: 't_hut',
      type: 't_hut',
      version: 1,
      content,
      liquid: '',
    });
    server.answer('/api/studio/entries?', { items: [], total: 0 });
    await settle();
    TestBed.tick();
    store.selectedId.set(shown.id);
    screen = await Screen.of(BlockInspector, { block: shown });
  };
  afterEach(() => screen.leave());
  const search = (label: string) => screen.part(PathSearchHarness.with({ label }));
  const current = () => store.content().blocks[0];
  const refresh = () => screen.set('block', current());

  it('binds a property to a value, gives it a fallback, and goes back to own words', async () => {
    await open(block({ id: 'b_1', kind: 'text', properties: { text: { constant: 'Words' } } }));
    await screen.press('Bind a value');
    await refresh();
    await (await search('Value')).choose('altitude');
    await refresh();
    await screen.enter('Instead, where the value is empty', 'unknown');
    expect<unknown>(current()?.properties['text']).toEqual({
      binding: { source: 'entry', path: 'f_altitude', format: null, fallback: 'unknown' },
    });
    await refresh();
    await screen.press('Use own words');
    expect<unknown>(current()?.properties['text']).toEqual({ constant: '' });
  });

  it('offers only what fits: a heading takes lines, no rows', async () => {
    await open(block({ id: 'b_1', kind: 'heading', properties: { text: { constant: '' } } }));
    await screen.press('Bind a value');
    await refresh();
    const offered = await (await search('Value')).offered();
    expect(offered).toContain('Winter room');
    expect(offered).not.toContain('Prices');
  });

  it('repeats over rows, and then offers the row’s values first', async () => {
    await open(block({ id: 'b_1', kind: 'text', properties: { text: { constant: '' } } }));
    const fold = await screen.part(MatExpansionPanelHarness.with({ selector: '.repeat' }));
    await fold.expand();
    await (await search('Once for each of')).choose('prices');
    expect(current()?.repeat?.field).toBe('f_prices');
    await refresh();
    await screen.press('Bind a value');
    await refresh();
    expect(await (await search('Value')).chosen()).toBe('each of Prices › Guest');
    await screen.enter('When there are none, say', 'None yet');
    expect(current()?.repeat?.emptyMessage).toBe('None yet');
  });

  it('repeats over the rows that fit, in an order, and not all of them', async () => {
    const repeat = { field: 'f_prices', emptyMessage: '' };
    await open(block({ id: 'b_1', kind: 'text', repeat, properties: { text: { constant: '' } } }));
    const order = await search('In the order of');
    const offered = await order.offered();
    expect([offered.length > 0, offered.includes('Prices')]).toEqual([true, false]);
    await order.choose('guest');
    await refresh();
    expect(current()?.repeat?.sort).toEqual({ path: 'f_guest', descending: false });
    const down = await screen.part(MatCheckboxHarness.with({ label: /From the largest/ }));
    await down.check();
    await refresh();
    await screen.enter('At most', '3');
    await refresh();
    expect(current()?.repeat).toEqual({ ...repeat, sort: { path: 'f_guest', descending: true }, take: 3 });
    await screen.enter('At most', '');
    expect(current()?.repeat?.take).toBeUndefined();
    expect(screen.text).toContain('Only those for which');
  });

  it('makes a table of all columns when its rows are chosen', async () => {
    await open(block({ id: 'b_1', kind: 'table' }));
    await (await search('Rows of')).choose('prices');
    expect<unknown>(current()?.properties['columns']).toEqual({
      constant: [
        { field: 'f_guest', format: null },
        { field: 'f_amount', format: null },
      ],
    });
  });

  it('lists values that stand in groups by their names, and tells them from removed ones', async () => {
    const items = { constant: [{ field: 'f_rooms' }, { field: 'f_gone' }] };
    await open(block({ id: 'b_1', kind: 'facts', properties: { fields: items } }));
    const names = screen.all('tov-field-items .name').map(({ textContent }) => textContent.trim());
    expect(names).toEqual(['In rooms', 'A removed field']);
  });

  it('says what is wrong with the block', async () => {
    const text = { binding: { source: 'entry' as const, path: 'f_gone', format: null, fallback: '' } };
    await open(block({ id: 'b_1', kind: 'text', properties: { text } }));
    expect(screen.text).toContain('It shows a field that was removed.');
  });
});
