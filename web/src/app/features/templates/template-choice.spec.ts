import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { Screen } from '../../../testing/screen';
import {
  altitude,
  documentOf,
  hearNotices,
  hutGroup,
  setUpWorkbench,
  signInAs,
  type TestServer,
} from '../../../testing/workbench';
import type { Notices } from '../../shared/notices';
import { type ModelStore } from '../../shell/model-store';
import { TemplateChoice } from './template-choice';

describe('the choice of a template', () => {
  let server: TestServer;
  let notices: jasmine.SpyObj<Notices>;
  let model: ModelStore;
  let screen: Screen<TemplateChoice>;
  let navigate: jasmine.Spy;
  const open = async (templateId: string): Promise<void> => {
    screen = await Screen.of(TemplateChoice, { typeId: 't_hut', templateId });
  };
  const templates = () => model.document().contentTypes[0]?.templates ?? [];
  /** Gives back what the workbench sent, as the server does. */
  const acknowledge = async (): Promise<void> => {
    server.http.expectOne('/api/studio/model/changes').flush({ revision: 2, document: model.document() });
    await screen.drawn();
  };
  beforeEach(async () => {
    server = setUpWorkbench();
    notices = hearNotices();
    await signInAs(server, 'developer');
    const document = documentOf(hutGroup(altitude));
    model = await server.loadModel({
      ...document,
      contentTypes: document.contentTypes.map((type) => ({
        ...type,
        templates: [{ id: 'x_compact', label: 'Compact' }],
      })),
    });
    navigate = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
  });
  afterEach(() => screen.leave());

  it('offers the standard template and the type’s own, and opens the chosen one', async () => {
    await open('t_hut');
    expect(await (await screen.choice('Template')).options()).toEqual(['Standard', 'Compact']);
    await screen.choose('Template', 'Compact');
    expect(navigate).toHaveBeenCalledWith(['/templates', 'hut'], { queryParams: { template: 'x_compact' } });
  });

  it('adds one under a name that is free, and opens it once the server knows it', async () => {
    await open('t_hut');
    await screen.press('New template for this type');
    expect(templates().map(({ label }) => label)).toEqual(['Compact', 'Template 3']);
    expect(navigate).not.toHaveBeenCalled();
    await acknowledge();
    expect(navigate).toHaveBeenCalledWith(['/templates', 'hut'], {
      queryParams: { template: templates()[1]?.id },
    });
  });

  it('renames one where it stands; an empty name is none', async () => {
    await open('x_compact');
    await screen.enter('Name of the template', ' Short ');
    expect(templates()).toEqual([{ id: 'x_compact', label: 'Short' }]);
    await acknowledge();
    await screen.enter('Name of the template', '  ');
    expect(templates()).toEqual([{ id: 'x_compact', label: 'Short' }]);
    expect(screen.box('Name of the template').value).toBe('Short');
  });

  it('removes one with an undo, and never the standard one', async () => {
    await open('x_compact');
    await screen.press('Remove this template');
    expect(templates()).toEqual([]);
    expect(navigate).toHaveBeenCalledWith(['/templates', 'hut'], { queryParams: { template: undefined } });
    notices.sayWithUndo.calls.mostRecent().args[1]();
    expect(templates().map(({ label }) => label)).toEqual(['Compact']);
    await screen.set('templateId', 't_hut');
    expect(screen.has('Remove this template')).toBeFalse();
  });
});
