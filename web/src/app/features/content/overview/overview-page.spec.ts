import type { Finding, OverviewAnswer, OverviewEntry } from '@tovlet/core/contracts/studio';
import { Screen } from '../../../../testing/screen';
import {
  altitude,
  documentOf,
  hutGroup,
  setUpWorkbench,
  signInAs,
  type TestServer,
} from '../../../../testing/workbench';
import { OverviewPage } from './overview-page';

const entry = (title: string, more: Partial<OverviewEntry> = {}): OverviewEntry => ({
  id: `e_${title.toLowerCase()}`,
  type: 't_hut',
  title,
  status: 'draft',
  updatedAt: '2026-11-01T08:00:00Z',
  updatedBy: 'Sunniva Larchfell',
  ...more,
});
const NONE: OverviewAnswer = {
  mine: [],
  others: [],
  drafts: { lines: [], total: 0 },
  copies: { lines: [], total: 0 },
  plans: { lines: [], total: 0 },
  comments: { lines: [], total: 0 },
};

describe('the overview of content', () => {
  let server: TestServer;
  let screen: Screen<OverviewPage>;
  const open = async (answer: OverviewAnswer, findings: readonly Finding[] = []): Promise<void> => {
    server = setUpWorkbench();
    await server.loadModel(documentOf(hutGroup(altitude)));
    await signInAs(server, 'editor');
    screen = await Screen.of(OverviewPage);
    server.answer('/api/studio/entries/overview', answer);
    server.answer('/api/studio/findings', { findings, looking: false });
    await screen.drawn();
  };
  afterEach(() => screen.leave());
  const linesOf = (heading: string): readonly string[] => {
    const section = screen.all('section').find((each) => each.querySelector('h2')?.textContent === heading);
    return [...(section?.querySelectorAll('li') ?? [])].map((each) =>
      each.textContent.replace(/\s+/g, ' ').trim(),
    );
  };

  it('says of each list what it is for while it is empty', async () => {
    await open(NONE);
    expect(linesOf('Yours')).toEqual(['What you make or save stands here.']);
    expect(linesOf('Not finished')).toEqual(['No drafts, and no changes that wait.']);
    expect(linesOf('Findings')).toEqual(['Nothing is wrong in the values of entries.']);
  });

  it('leads to entries, plans and findings, and says how many more there are', async () => {
    const sample = {
      entry: 'e_larch',
      title: 'Larch',
      label: 'Altitude',
      path: ['f_altitude'],
      issue: { code: 'too_small', params: { limit: 0, unit: 'm' } },
    } as const;
    const common = { type: 't_hut', field: 'f_altitude', top: 'f_altitude', code: 'too_small', subject: '' };
    await open(
      {
        mine: [entry('Larch')],
        others: [entry('Stone', { type: 't_gone' })],
        drafts: { lines: [entry('Birch')], total: 12 },
        copies: {
          lines: [{ ...entry('Cairn'), typedAt: '2026-11-02T08:00:00Z', typedBy: 'Tobrin Kestling' }],
          total: 1,
        },
        comments: {
          lines: [
            {
              ...entry('Stone'),
              thread: 'q_1',
              text: 'Is it measured?',
              saidBy: 'Sunniva Larchfell',
              saidAt: '2026-11-02T08:00:00Z',
            },
          ],
          total: 3,
        },
        plans: {
          lines: [
            {
              ...entry('Ridge'),
              plan: { action: 'publish', at: '2026-12-24T06:00:00Z', problem: 'It has no picture.' },
            },
          ],
          total: 1,
        },
      },
      [{ ...common, severity: 'refuse', entries: 3, sample, mends: true }],
    );
    expect(linesOf('Not finished')[0]).toContain('Cairn changed, not saved · Tobrin Kestling');
    expect(linesOf('Not finished')[1]).toContain('Birch draft');
    expect(screen.text).toContain('11 more');
    expect(screen.all('.urgent').map((each) => each.textContent)).toEqual([
      jasmine.stringContaining('not published'),
    ]);
    expect(linesOf('Comments that wait for you')[0]).toContain('Stone Sunniva Larchfell: Is it measured?');
    expect(screen.text).toContain('2 more');
    expect(linesOf('Comments that wait for you')[0]).toContain('Stone Sunniva Larchfell: Is it measured?');
    expect(screen.text).toContain('2 more');
    expect(linesOf('Findings')).toEqual(['Altitude must be at least 0 m. 3 Huts']);
    const links = screen.all<HTMLAnchorElement>('section a').map((each) => each.getAttribute('href'));
    expect(links).toContain('/content/hut/e_larch');
    expect(links).toContain('/content/hut/e_stone?talk=q_1');
    expect(links).toContain('/content/hut?finding=f_altitude,too_small,');
  });

  it('follows what happens, and can be asked again where it failed', async () => {
    await open(NONE);
    server.events.next({ kind: 'entry', id: 'e_new', type: 't_hut', version: 1, author: 'p_2' });
    await new Promise((resolve) => setTimeout(resolve, 450));
    await screen.drawn();
    server.answer('/api/studio/entries/overview', { ...NONE, others: [entry('New')] });
    await screen.drawn();
    expect(linesOf('Lately by others')[0]).toContain('New');
  });
});
