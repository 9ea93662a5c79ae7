import type { CountsAnswer } from '@tovlet/core/contracts/studio';
import type { FieldGroup } from '@tovlet/core/model/document';
import { copyGroups } from '@tovlet/core/model/fragment';
import {
  altitude,
  code,
  documentOf,
  hearNotices,
  hutGroup,
  setUpWorkbench,
  settle,
  signInAs,
  until,
  type TestServer,
} from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import type { ModelStore } from '../../../shell/model-store';
import { OverviewPage } from './overview-page';

const drafts = {
  ...hutGroup(code),
  id: 'g_drafts',
  key: 'drafts',
  label: 'Drafts',
  appearsOn: { kind: 'property', property: 'status', operator: 'is', value: 'draft' },
} as const;
const counts: CountsAnswer = {
  types: { t_hut: 12 },
  groups: {
    g_hut: { count: 12, examples: [], types: { t_hut: 12 } },
    g_drafts: { count: 0, examples: [], types: { t_hut: 0 } },
  },
};

describe('the overview of the model', () => {
  let server: TestServer;
  let model: ModelStore;
  let screen: Screen<OverviewPage>;
  let notices: ReturnType<typeof hearNotices>;
  const open = async (role: 'developer' | 'reader', ...groups: readonly FieldGroup[]): Promise<void> => {
    server = setUpWorkbench();
    notices = hearNotices();
    model = await server.loadModel(documentOf(...groups));
    await signInAs(server, role);
    screen = await Screen.of(OverviewPage);
    for (const each of server.http.match(({ url }) => url.endsWith('/model/counts'))) each.flush(counts);
    await screen.drawn();
  };
  const cells = (row: number): readonly string[] =>
    [...(screen.all('tbody tr')[row]?.querySelectorAll('td') ?? [])].map(({ textContent }) =>
      textContent.replace(/\s+/g, ' ').trim(),
    );
  const paste = async (text: string): Promise<void> => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', text);
    document.dispatchEvent(new ClipboardEvent('paste', { clipboardData }));
    // What reads it is loaded with the first that is pasted.
    await import('@tovlet/core/model/fragment');
    await settle();
    await screen.drawn();
  };
  afterEach(() => screen.leave());

  it('says of each group whether it appears on all, some or none of each type, and why', async () => {
    await open('developer', hutGroup(altitude), drafts);
    expect([cells(0)[0], cells(1)[0]]).toEqual(['all', jasmine.stringMatching(/^some/)]);
    expect(cells(0).slice(1, 3)).toEqual(['–', '–']);
    expect(screen.all('tbody tr')[1]?.textContent).toContain('Appears when status is draft');
  });

  it('leaves shared sets out of the reach: they appear nowhere by themselves', async () => {
    await open('developer', hutGroup(altitude), { ...drafts, shared: true });
    expect(screen.all('tbody tr')).toHaveSize(1);
  });

  it('says what a group is for while there is none', async () => {
    await open('developer');
    expect(screen.text).toContain('No field groups yet');
  });

  it('takes over groups that are pasted, beside those of the same name', async () => {
    await open('developer', hutGroup(altitude));
    await paste(copyGroups(model.document(), ['g_hut']));
    await until(() => model.document().groups.length === 2);
    expect(model.document().groups.map(({ label }) => label)).toHaveSize(2);
    expect(new Set(model.document().groups.map(({ key }) => key)).size).toBe(2);
    expect(model.document().groups[1]?.fields[0]?.key).toBe('altitude_2');
    expect(notices.sayWithUndo.calls.mostRecent().args[0]).toContain('altitude_2');
  });

  it('leaves the model alone when something else is pasted', async () => {
    await open('developer', hutGroup(altitude));
    await paste('a shopping list');
    expect(model.document().groups).toHaveSize(1);
  });

  it('offers nothing new to those who may not model', async () => {
    await open('reader', hutGroup(altitude));
    expect(screen.has('New field group')).toBeFalse();
    await paste(copyGroups(model.document(), ['g_hut']));
    expect(model.document().groups).toHaveSize(1);
  });

  it('explains what a group reaches, and changes it', async () => {
    await open('developer', drafts);
    await screen.press('Drafts on Huts: some');
    const menu = (): string =>
      document.querySelector('.mat-mdc-menu-panel')?.textContent.replace(/\s+/g, ' ') ?? '';
    expect(menu()).toContain('appears when');
    expect(menu()).toContain('That holds for some huts.');
    const all = [...document.querySelectorAll<HTMLElement>('.mat-mdc-menu-item')].find(({ textContent }) =>
      textContent.includes('Appear on all huts'),
    );
    all?.click();
    await screen.drawn();
    expect(cells(0)[0]).toBe('all');
    expect(notices.sayWithUndo).toHaveBeenCalled();
  });

  it('is only looked at by readers', async () => {
    await open('reader', drafts);
    expect(screen.all('.reach').length).toBe(0);
  });
});
