import { TestBed } from '@angular/core/testing';
import type { TemplateAnswer } from '@tovlet/core/contracts/studio';
import { block } from '@tovlet/core/templates/template';
import {
  altitude,
  documentOf,
  hutGroup,
  prices,
  settle,
  setUpWorkbench,
  signInAs,
  type TestServer,
} from '../../../testing/workbench';
import { SampleValues } from '../../pickers/path/sample-values';
import { Confirm } from '../../shared/confirm';
import { Drafts } from '../../shell/edits/drafts';
import { MemoryStorage } from '../../shell/edits/edit-storage';
import { BuilderStore } from './builder-store';

describe('a template while it is built', () => {
  let server: TestServer;
  let store: BuilderStore;
  let storage: MemoryStorage;
  const section = block({
    id: 'b_section',
    kind: 'section',
    children: [block({ id: 'b_inner', kind: 'text' })],
  });
  const heading = block({ id: 'b_heading', kind: 'heading' });
  const saved: TemplateAnswer = {
    id: 't_hut',
    type: 't_hut',
    version: 3,
    content: { mode: 'blocks', liquid: '', blocks: [heading, section] },
    liquid: '',
  };
  beforeEach(async () => {
    storage = new MemoryStorage();
    server = setUpWorkbench(storage);
    TestBed.configureTestingModule({ providers: [BuilderStore, SampleValues] });
    await signInAs(server, 'developer');
    await server.loadModel(documentOf(hutGroup(altitude, prices)));
    store = TestBed.inject(BuilderStore);
  });
  const open = async (): Promise<void> => {
    store.open('t_hut');
    TestBed.tick();
    await arrive();
  };
  const arrive = async (): Promise<void> => {
    server.answer('/api/studio/templates/t_hut', saved);
    server.answer('/api/studio/entries?', { items: [], total: 0 });
    await settle();
    TestBed.tick();
  };
  const kinds = () =>
    store
      .content()
      .blocks.map(({ kind, children }) => [kind, ...children.map((child) => child.kind)].join('>'));

  it('takes no edits before it has come, so that none is lost', async () => {
    store.open('t_hut');
    TestBed.tick();
    store.add({ kind: 'text' });
    expect(store.content().blocks).toEqual([]);
    expect(store.arriving.state()).toBe('loading');
    await arrive();
    expect(kinds()).toEqual(['heading', 'section>text']);
  });

  it('says that it could not be loaded, and opens when it is tried again', async () => {
    store.open('t_hut');
    TestBed.tick();
    server.refuse('/api/studio/templates/t_hut', 503, { detail: 'The database is away.' });
    server.answer('/api/studio/entries?', { items: [], total: 0 });
    await settle();
    expect(store.arriving.state()).toBe('failed');
    expect(store.arriving.problem()).toBe('The database is away.');
    store.arriving.reload();
    TestBed.tick();
    await arrive();
    expect([store.arriving.state(), store.loaded()]).toEqual(['there', true]);
  });

  it('puts a new block behind the chosen one, or inside one that holds others', async () => {
    await open();
    store.selectedId.set('b_heading');
    store.add({ kind: 'image' });
    expect(kinds()).toEqual(['heading', 'image', 'section>text']);
    store.selectedId.set('b_section');
    store.add({ kind: 'facts' });
    expect(kinds()).toEqual(['heading', 'image', 'section>text>facts']);
    expect(store.selected()?.block.kind).toBe('facts');
  });

  it('moves, copies and removes blocks, and takes each back', async () => {
    await open();
    store.move('b_heading', 'b_section', 0);
    expect(kinds()).toEqual(['section>heading>text']);
    store.undo();
    store.duplicate('b_section');
    expect(kinds()).toEqual(['heading', 'section>text', 'section>text']);
    const ids = store
      .content()
      .blocks.flatMap(({ id, children }) => [id, ...children.map((child) => child.id)]);
    expect(new Set(ids).size).toBe(ids.length);
    store.remove('b_section');
    store.undo();
    store.undo();
    expect(store.dirty()).toBeFalse();
  });

  it('finds bindings to what is gone', async () => {
    await open();
    store.setProperty('b_heading', 'text', {
      binding: { source: 'entry', path: 'f_gone', format: null, fallback: '' },
    });
    expect(store.findings().map(({ block: id }) => id)).toEqual(['b_heading']);
    store.setProperty('b_heading', 'text', {
      binding: { source: 'entry', path: 'f_altitude', format: null, fallback: '' },
    });
    expect(store.findings()).toEqual([]);
  });

  it('is saved on the version it was opened with', async () => {
    await open();
    store.add({ kind: 'text' });
    expect(store.dirty()).toBeTrue();
    const saving = store.save();
    const sent = server.http.expectOne('/api/studio/templates/t_hut');
    expect((sent.request.body as { version: number }).version).toBe(3);
    sent.flush({ ...saved, version: 4, content: store.content() });
    await saving;
    await settle();
    expect(store.dirty()).toBeFalse();
  });

  it('stays unsaved when the server refuses it', async () => {
    await open();
    store.add({ kind: 'text' });
    const saving = store.save();
    server.refuse('/api/studio/templates/t_hut', 409, { detail: 'Somebody else saved it.' });
    await saving;
    expect(store.dirty()).toBeTrue();
  });

  describe('that was not saved', () => {
    const twoBlocks = { mode: 'blocks', liquid: '', blocks: [section, heading] } as const;
    const leave = (version: number, template: unknown = twoBlocks) =>
      storage.keepDraft({ key: 'p_1 template t_hut', at: 1, version, content: { template } });

    it('is put back when the builder opens again, and undo takes it away', async () => {
      await leave(3);
      await open();
      await settle();
      expect(kinds()).toEqual(['section>text', 'heading']);
      expect(store.dirty()).toBeTrue();
      store.undo();
      expect(kinds()).toEqual(['heading', 'section>text']);
      expect(store.dirty()).toBeFalse();
    });

    it('is asked about when somebody else saved meanwhile', async () => {
      await leave(2);
      await open();
      await settle();
      const ask = spyOn(TestBed.inject(Confirm), 'ask').and.resolveTo(false);
      const saving = store.save();
      await settle();
      const request = server.http.expectOne('/api/studio/templates/t_hut');
      expect((request.request.body as { version: number }).version).toBe(2);
      const problem = { title: 'Changed', status: 409, current: { version: 3 } };
      request.flush(problem, { status: 409, statusText: 'Conflict' });
      await saving;
      expect(ask).toHaveBeenCalledTimes(1);
      expect(kinds()).toEqual(['section>text', 'heading']);
    });

    it('leaves the builder as it is where it cannot be read', async () => {
      await leave(3, { blocks: 'none' });
      await open();
      await settle();
      expect(kinds()).toEqual(['heading', 'section>text']);
      expect(store.dirty()).toBeFalse();
    });

    it('is kept while it is built, and forgotten once it is saved', async () => {
      await open();
      store.add({ kind: 'text' });
      TestBed.tick();
      expect((await TestBed.inject(Drafts).find('template t_hut'))?.version).toBe(3);
      const saving = store.save();
      await settle();
      const content = store.content();
      server.http.expectOne('/api/studio/templates/t_hut').flush({ ...saved, version: 4, content });
      await saving;
      TestBed.tick();
      await settle();
      expect(await storage.draft('p_1 template t_hut')).toBeUndefined();
    });
  });
});
