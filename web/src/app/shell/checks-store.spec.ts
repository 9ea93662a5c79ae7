import { TestBed } from '@angular/core/testing';
import type { SavedTemplateAnswer } from '@tovlet/core/contracts/studio';
import { block } from '@tovlet/core/templates/template';
import {
  altitude,
  code,
  documentOf,
  hutGroup,
  setUpWorkbench,
  settle,
  winter,
  type TestServer,
} from '../../testing/workbench';
import { Notices } from '../shared/notices';
import { ChecksStore } from './checks-store';
import type { ModelStore } from './model-store';

describe('the checks of the workbench', () => {
  let server: TestServer;
  let store: ChecksStore;
  let model: ModelStore;
  beforeEach(async () => {
    server = setUpWorkbench();
    TestBed.overrideProvider(Notices, {
      useValue: jasmine.createSpyObj<Notices>(['say', 'sayWithUndo', 'fail']),
    });
    model = await server.loadModel(documentOf(hutGroup(altitude, winter, code)));
    store = TestBed.inject(ChecksStore);
  });
  const codes = () => {
    TestBed.tick();
    return store.findings().map(({ code: each, target }) => `${each} ${target.id}`);
  };
  const loadTemplate = async (path: string): Promise<SavedTemplateAnswer> => {
    const text = { binding: { source: 'entry' as const, path, format: null, fallback: '' } };
    const content = {
      mode: 'blocks' as const,
      liquid: '',
      blocks: [block({ id: 'b_1', kind: 'text', properties: { text } })],
    };
    const saved = { id: 't_hut', version: 3, content };
    const loading = store.load();
    server.http.expectOne('/api/studio/templates').flush([saved]);
    await loading;
    return saved;
  };

  it('follow every change of the model', () => {
    expect(codes()).toEqual([]);
    model.apply([{ kind: 'remove_field', field: 'f_winter' }]);
    expect(codes()).toEqual(['condition_field_gone f_code']);
    model.undo();
    expect(codes()).toEqual([]);
  });

  it('look at templates: what is broken there, and what no page shows', async () => {
    await loadTemplate('f_gone');
    expect(codes()).toEqual([
      'template_binding_gone t_hut',
      'shown_nowhere f_altitude',
      'shown_nowhere f_winter',
      'shown_nowhere f_code',
    ]);
  });

  it('take a finding away by saving the template with one block more', async () => {
    const saved = await loadTemplate('f_code');
    TestBed.tick();
    const finding = store.findings().find(({ target }) => target.id === 'f_altitude');
    if (!finding?.fix) throw new Error('There is a fix.');
    const fixing = store.fix(finding.fix);
    const sent = server.http.expectOne('/api/studio/templates/t_hut');
    const body = sent.request.body as { version: number; content: SavedTemplateAnswer['content'] };
    expect([body.version, body.content.blocks.length]).toEqual([3, 2]);
    sent.flush({ ...saved, content: body.content, version: 4, liquid: '' });
    await settle();
    server.http.expectOne('/api/studio/templates').flush([{ ...saved, version: 4, content: body.content }]);
    await fixing;
    expect(codes()).toEqual(['shown_nowhere f_winter']);
  });

  it('know who uses a field', () => {
    TestBed.tick();
    expect(store.usesOf('f_winter').map(({ place }) => place.kind)).toEqual(['shown_when', 'page_order']);
    expect(store.usesOf('f_none')).toEqual([]);
  });
});
