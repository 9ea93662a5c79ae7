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
  until,
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
    // The editor of running text comes when the first is drawn.
    await until(() => screen.all('tov-chip-editor').length === screen.all('[role="textbox"]').length);
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

  describe('in running text', () => {
    const chips = (): readonly string[] => screen.all('.chip').map(({ textContent }) => textContent ?? '');
    const surface = (): HTMLElement => screen.all('[role="textbox"]')[0] ?? document.body;
    const type = (words: string): boolean => document.execCommand('insertText', false, words);
    /** Chooses a chip by a press. */
    const press = async (chip: Element | undefined): Promise<void> => {
      const { left, top } = chip?.getBoundingClientRect() ?? new DOMRect();
      for (const kind of ['mousedown', 'mouseup'])
        chip?.dispatchEvent(
          new MouseEvent(kind, { clientX: left + 4, clientY: top + 4, bubbles: true, detail: 1 }),
        );
      await until(() => screen.has('Take the value out'));
    };
    const text = (): unknown => current()?.properties['text'];
    const chip = { source: 'entry', path: 'f_altitude', format: null, fallback: '' };

    it('puts a value in, sets it, and takes it out', async () => {
      await open(block({ id: 'b_1', kind: 'heading', properties: { text: { constant: 'Up ' } } }));
      expect(surface().textContent).toBe('Up ');
      expect(surface().getAttribute('aria-label')).toBe('Text');
      await (await search('Insert a value into Text')).choose('altitude');
      expect(text()).toEqual({ text: ['Up ', chip] });
      await refresh();
      expect(chips()).toEqual(['Altitude']);
      await press(screen.all('.chip')[0]);
      await screen.enter('Before it', '(at ');
      await screen.enter('Instead, where the value is empty', 'somewhere');
      expect(text()).toEqual({ text: ['Up ', { ...chip, prefix: '(at ', fallback: 'somewhere' }] });
      await refresh();
      await screen.press('Take the value out');
      expect(text()).toEqual({ constant: 'Up ' });
    });

    it('follows what comes from elsewhere, such as an undo', async () => {
      await open(block({ id: 'b_1', kind: 'heading', properties: { text: { constant: 'Up' } } }));
      store.setProperty('b_1', 'text', { text: ['At ', { ...chip, source: 'entry' }] });
      await refresh();
      expect(chips()).toEqual(['Altitude']);
      store.undo();
      await refresh();
      expect(surface().textContent).toBe('Up');
      // What it took over is not told as typed.
      expect(text()).toEqual({ constant: 'Up' });
    });

    it('says which value is there no more', async () => {
      const lost = { ...chip, source: 'entry', path: 'f_gone' } as const;
      await open(block({ id: 'b_1', kind: 'text', properties: { text: { text: ['A ', lost] } } }));
      expect(chips()).toEqual(['A removed field']);
      expect(screen.all('.chip.gone').length).toBe(1);
    });

    it('asks for a value where @ is typed, and gives the character back to who wanted that', async () => {
      await open(block({ id: 'b_1', kind: 'text', properties: { text: { constant: '' } } }));
      surface().focus();
      type('me@(');
      await until(() => JSON.stringify(text()) === '{"constant":"me@("}');
      type('@');
      await until(() => document.activeElement?.getAttribute('aria-label') === 'Insert a value into Text');
      document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }));
      await until(() => String(JSON.stringify(text())).endsWith('(@"}'));
      await until(() => document.activeElement === surface());
      expect(chips()).toEqual([]);
    });
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
