import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import type { CountsAnswer } from '@tovlet/core/contracts/studio';
import { field, type FieldGroup } from '@tovlet/core/model/document';
import {
  altitude,
  code,
  documentOf,
  hearNotices,
  hutGroup,
  setUpWorkbench,
  settle,
  signInAs,
  winter,
  type TestServer,
} from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import { Confirm } from '../../../shared/confirm';
import type { ModelStore } from '../../../shell/model-store';
import { GroupPage } from './group-page';

describe('the page of a field group', () => {
  let server: TestServer;
  let model: ModelStore;
  let screen: Screen<GroupPage>;
  const open = async (
    role: 'developer' | 'editor' = 'developer',
    group: Partial<FieldGroup> = {},
    counts: CountsAnswer['groups'][string] = { count: 3, examples: ['Larch Hut'], types: { t_hut: 3 } },
  ): Promise<void> => {
    server = setUpWorkbench();
    hearNotices();
    model = await server.loadModel(documentOf({ ...hutGroup(altitude, winter, code), ...group }));
    await signInAs(server, role);
    screen = await Screen.of(GroupPage, { id: 'g_hut' });
    for (const each of server.http.match(({ url }) => url.endsWith('/model/counts')))
      each.flush({ types: { t_hut: 3 }, groups: { g_hut: counts } } satisfies CountsAnswer);
    await screen.drawn();
  };
  const group = () => model.document().groups.find(({ id }) => id === 'g_hut');
  const recount = async (): Promise<void> => {
    await settle();
    for (const each of server.http.match(({ url }) => url.endsWith('/model/counts')))
      each.flush({ types: {}, groups: { g_hut: { count: 3, examples: [], types: {} } } });
    await settle();
  };
  afterEach(() => screen.leave());

  it('says in a sentence where the group appears', async () => {
    await open();
    expect(screen.text).toContain('Appears on entries whose type is Hut');
  });

  it('is renamed and turned off in its head', async () => {
    await open();
    await screen.enter('Name of the group', 'Facts');
    await screen.tick('On');
    expect([group()?.label, group()?.active]).toEqual(['Facts', false]);
    expect(screen.text).toContain('Turned off: it appears nowhere.');
  });

  it('keeps its name when it is left empty', async () => {
    await open();
    await screen.enter('Name of the group', '  ');
    expect([group()?.label, screen.box('Name of the group').value]).toEqual(['Hut facts', 'Hut facts']);
  });

  it('offers how sections show once it has some', async () => {
    await open();
    expect(screen.text).not.toContain('Sections show as');
    screen.leave();
    TestBed.resetTestingModule();
    const section = field({ id: 'f_part', key: 'part', label: 'Part', kind: 'section' });
    await open('developer', { fields: [section, altitude] });
    await screen.choose('How sections show', 'tabs');
    expect(group()?.sections).toBe('tabs');
  });

  it('removes the group after saying what would be lost, and can undo that', async () => {
    await open();
    const ask = spyOn(TestBed.inject(Confirm), 'ask').and.resolveTo(true);
    const go = spyOn(TestBed.inject(Router), 'navigateByUrl').and.resolveTo(true);
    await screen.press('Remove Hut facts');
    await recount();
    expect(ask.calls.mostRecent().args[0].text).toContain(
      '3 fields leave the form, page and API of 3 entries',
    );
    expect(group()).toBeUndefined();
    expect(go).toHaveBeenCalledWith('/model');
    model.undo();
    expect(group()?.label).toBe('Hut facts');
  });

  it('keeps the group when that was not meant', async () => {
    await open();
    spyOn(TestBed.inject(Confirm), 'ask').and.resolveTo(false);
    await screen.press('Remove Hut facts');
    await recount();
    expect(group()?.label).toBe('Hut facts');
  });

  it('shows a shared set without reach, rules and trial, and says what includes it', async () => {
    await open('developer', { shared: true });
    expect(screen.text).toContain('No group includes it yet');
    expect([screen.has('Try it'), screen.has('Rules'), screen.has('Uses')]).toEqual([false, false, true]);
  });

  it('changes nothing for those who may not model', async () => {
    await open('editor');
    expect(screen.has('Remove Hut facts')).toBeFalse();
    expect(screen.box('Name of the group').readOnly).toBeTrue();
  });

  it('says when there is no such group', async () => {
    await open();
    await screen.set('id', 'g_none');
    expect(screen.text).toContain('This field group does not exist');
  });
});
