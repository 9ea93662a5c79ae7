import { TestBed } from '@angular/core/testing';
import type { EntryIssue } from '@tovlet/core/issues/issue';
import {
  altitude,
  documentOf,
  hutEntry,
  hutGroup,
  setUpWorkbench,
  signInAs,
  until,
  winter,
  type TestServer,
} from '../../../testing/workbench';
import { Screen } from '../../../testing/screen';
import { FormStore } from '../../forms/form-store';
import { EntryEdits } from './entry-edits';
import { EntryStore } from './entry-store';
import { entryStores } from './entry-stores';
import { ReadyPanel } from './ready-panel';

describe('what stands in the way of publishing', () => {
  let server: TestServer;
  let screen: Screen<ReadyPanel>;
  let form: FormStore;
  let store: EntryStore;
  const taken: EntryIssue = {
    issue: { code: 'taken', params: { title: 'Stone Hut', entry: 'e_2' } },
    path: ['f_altitude'],
    label: 'Altitude',
  };
  const hidden: EntryIssue = { issue: { code: 'for_developers', params: {} }, path: [], label: '' };
  const open = async (values: object, hindrances: readonly EntryIssue[] = [], version = 1): Promise<void> => {
    server = setUpWorkbench();
    TestBed.configureTestingModule({ providers: [...entryStores] });
    await server.loadModel(documentOf(hutGroup({ ...altitude, required: true }, winter)));
    await signInAs(server, 'editor');
    [form, store] = [TestBed.inject(FormStore), TestBed.inject(EntryStore)];
    const opening = store.open('e_1');
    server.answer('/api/studio/entries/e_1', hutEntry({ ...values }, { status: 'draft' }));
    await opening;
    screen = await Screen.of(ReadyPanel);
    server.http.expectOne('/api/studio/entries/e_1/readiness').flush({ version, copy: null, hindrances });
    await screen.drawn();
  };
  const reads = (words: string): Promise<void> =>
    until(async () => {
      await screen.drawn();
      return screen.text.includes(words);
    });
  const set = (field: string, value: number | null): void =>
    form.change({ kind: 'set_value', place: [], field, value });
  afterEach(() => screen.leave());

  it('is told of a draft as it stands in the form, and goes when it is mended', async () => {
    await open({});
    await reads('One thing stands in the way of publishing');
    expect(screen.all('li').map(({ textContent }) => textContent.trim())).toEqual([
      jasmine.stringContaining('Altitude'),
    ]);
    set('f_altitude', 2000);
    await reads('Ready to be published');
    TestBed.inject(EntryEdits).setTitle(' ');
    await reads('It has no title.');
  });

  it('leads to the field', async () => {
    await open({});
    await reads('One thing');
    screen.all('li button')[0]?.click();
    expect<unknown>(form.revealed()).toEqual(['f_altitude']);
  });

  it('is what the server knows as well, as long as nothing else is typed', async () => {
    await open({ f_altitude: 2000 }, [taken, hidden]);
    await reads('2 things stand in the way of publishing');
    expect(screen.text).toContain('Stone Hut');
    expect(screen.all('li button')).toHaveSize(1);
    set('f_altitude', 2001);
    await reads('Ready to be published');
  });

  it('is told once where both know it', async () => {
    const required: EntryIssue = {
      issue: { code: 'required', params: {} },
      path: ['f_altitude'],
      label: 'Altitude',
    };
    await open({}, [required]);
    await reads('One thing stands in the way');
  });

  it('is nothing that the server said of another version', async () => {
    await open({ f_altitude: 1 }, [taken], 2);
    await reads('Ready to be published');
  });
});
