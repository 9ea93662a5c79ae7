import { TestBed } from '@angular/core/testing';
import { field } from '@tovlet/core/model/document';
import {
  altitude,
  documentOf,
  hearNotices,
  hutGroup,
  settle,
  setUpWorkbench,
  until,
  winter,
} from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import { PathSearchHarness } from '../../../pickers/path/path-search.harness';
import { SampleValues } from '../../../pickers/path/sample-values';
import { BuilderStore } from '../builder-store';
import { HeadInspector } from './head-inspector';

describe('the inspector of what is found and shared', () => {
  let store: BuilderStore;
  let screen: Screen<HeadInspector>;
  const story = field({ id: 'f_story', key: 'story', label: 'Story', kind: 'long_text' });
  const view = field({ id: 'f_view', key: 'view', label: 'View', kind: 'image' });
  const chip = (path: string) => ({ source: 'entry', path, format: null, fallback: '' });
  const search = (label: string) => screen.part(PathSearchHarness.with({ label }));
  const head = (): unknown => store.content().head;
  const chips = (): readonly string[] => screen.all('.chip').map(({ textContent }) => textContent ?? '');
  beforeEach(async () => {
    const server = setUpWorkbench();
    hearNotices();
    TestBed.configureTestingModule({ providers: [BuilderStore, SampleValues] });
    await server.loadModel(documentOf(hutGroup(altitude, winter, story, view)));
    store = TestBed.inject(BuilderStore);
    store.open('t_hut');
    TestBed.tick();
    const content = { mode: 'blocks' as const, liquid: '', blocks: [] };
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
    screen = await Screen.of(HeadInspector);
    await until(() => screen.all('[role="textbox"]').length === 2);
  });
  afterEach(() => screen.leave());

  it('shows what is told anyhow, and keeps what is told instead until that is taken back', async () => {
    expect(chips()).toEqual(['Title', 'Story']);
    expect(await (await search('Picture where it is shared')).chosen()).toBe('View');
    expect(screen.has('As usual')).toBeFalse();
    await (await search('Insert a value into Title where it is found')).choose('altitude');
    await screen.drawn();
    expect(head()).toEqual({ title: { text: [chip('title'), chip('f_altitude')] } });
    await screen.press('As usual');
    expect(head()).toBeUndefined();
    await until(() => chips().length === 2);
    store.undo();
    expect(head()).toEqual({ title: { text: [chip('title'), chip('f_altitude')] } });
  });

  it('says what the page is about, a value alone as what it is', async () => {
    await screen.choose('What it is about (schema.org)', 'LodgingBusiness');
    await screen.enter('Name of another property', 'not a name');
    await screen.press('Add property');
    expect(screen.text).toContain('A name has letters alone');
    await screen.enter('Name of another property', 'elevation');
    await screen.press('Add property');
    await until(() => screen.all('[role="textbox"]').length === 3);
    await (await search('Insert a value into elevation')).choose('altitude');
    expect(head()).toEqual({
      thing: 'LodgingBusiness',
      properties: [{ name: 'elevation', value: { binding: chip('f_altitude') } }],
    });
    await screen.drawn();
    await screen.enter('Name of another property', 'elevation');
    await screen.press('Add property');
    expect(screen.text).toContain('This is told already.');
    await screen.press('Take out elevation');
    await screen.choose('What it is about (schema.org)', 'WebPage');
    expect(head()).toBeUndefined();
  });

  it('asks search engines to leave pages out', async () => {
    screen.all<HTMLInputElement>('input[type="checkbox"]')[0]?.click();
    await screen.drawn();
    expect(head()).toEqual({ hidden: true });
  });
});
