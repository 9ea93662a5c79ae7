import type { BinItem } from '@tovlet/core/contracts/studio';
import { Confirm } from '../../../shared/confirm';
import { Screen } from '../../../../testing/screen';
import {
  altitude,
  documentOf,
  hearNotices,
  hutGroup,
  setUpWorkbench,
  signInAs,
  type TestServer,
} from '../../../../testing/workbench';
import { TestBed } from '@angular/core/testing';
import { BinPage } from './bin-page';

const item = (more: Partial<BinItem> = {}): BinItem => ({
  kind: 'entry',
  id: 'e_1',
  name: 'Larch Hut',
  subject: 't_hut',
  deletedBy: 'Tobrin Kestling',
  deletedAt: '2026-05-01T10:00:00Z',
  until: '2026-05-31T10:00:00Z',
  ...more,
});

describe('the bin', () => {
  let server: TestServer;
  let screen: Screen<BinPage>;
  let notices: ReturnType<typeof hearNotices>;
  const open = async (items: readonly BinItem[], role: 'developer' | 'editor' = 'developer') => {
    server = setUpWorkbench();
    notices = hearNotices();
    await server.loadModel(documentOf(hutGroup(altitude)));
    await signInAs(server, role);
    screen = await Screen.of(BinPage);
    await list(items);
  };
  const asked = () =>
    server.http.expectOne(({ method, url }) => method === 'GET' && url === '/api/studio/bin');
  const list = async (items: readonly BinItem[]): Promise<void> => {
    asked().flush({ items, total: items.length });
    await screen.drawn();
  };
  afterEach(() => screen.leave());

  it('tells what was deleted, by whom and until when it comes back', async () => {
    await open([item(), item({ kind: 'medium', id: 'm_1', name: 'larch.png', subject: null })]);
    const cells = screen.all('td').map((cell) => cell.textContent.replace(/\s+/g, ' ').trim());
    expect(cells.slice(0, 2)).toEqual(['Larch Hut', 'Hut']);
    expect(cells[2]).toContain('by Tobrin Kestling');
    expect(cells[3]).toContain('May 31, 2026');
    expect(cells[6]).toBe('File');
  });

  it('brings a thing back, says what is not as it was, and leads there', async () => {
    await open([item()]);
    await screen.press('Bring back Larch Hut');
    server.http.expectOne({ method: 'POST', url: '/api/studio/bin/entry/e_1/restore' }).flush({
      kind: 'entry',
      id: 'e_1',
      name: 'Larch Hut',
      subject: 't_hut',
      notes: ['It is a draft now.'],
    });
    await screen.drawn();
    await list([]);
    expect(notices.say).toHaveBeenCalledWith('“Larch Hut” is back. It is a draft now.');
    const link = screen.all<HTMLAnchorElement>('.back a')[0];
    expect([link?.textContent.trim(), link?.getAttribute('href')]).toEqual([
      'Open “Larch Hut”',
      '/content/hut/e_1',
    ]);
    expect(screen.text).toContain('The bin is empty');
  });

  it('asks before anything goes for good, or all of it does', async () => {
    await open([item()]);
    const confirm = spyOn(TestBed.inject(Confirm), 'ask').and.resolveTo(true);
    await screen.press('Delete Larch Hut for good');
    expect(confirm.calls.mostRecent().args[0].title).toContain('for good');
    server.http.expectOne({ method: 'DELETE', url: '/api/studio/bin/entry/e_1' }).flush(null);
    await screen.drawn();
    await list([item()]);
    await screen.press('Empty the bin…');
    server.http.expectOne({ method: 'DELETE', url: '/api/studio/bin' }).flush(null);
    await screen.drawn();
    await list([]);
  });

  it('is emptied by developers alone, who alone see templates', async () => {
    await open([item()], 'editor');
    const words = screen.all('button').map((each) => each.textContent);
    expect(words.some((each) => each.includes('Empty'))).toBeFalse();
    expect(words.some((each) => each.includes('Templates'))).toBeFalse();
  });

  it('is for editors: who only reads is told so, and nothing is asked', async () => {
    server = setUpWorkbench();
    await server.loadModel(documentOf(hutGroup(altitude)));
    await signInAs(server, 'reader');
    screen = await Screen.of(BinPage);
    await screen.drawn();
    server.http.expectNone(({ url }) => url === '/api/studio/bin');
    expect(screen.text).toContain('Editors bring back what was deleted.');
  });

  it('is searched, and narrowed to one kind', async () => {
    await open([item()]);
    await screen.press('Media');
    const first = asked();
    expect(first.request.params.get('kind')).toBe('medium');
    first.flush({ items: [], total: 0 });
    await screen.drawn();
    expect(screen.text).toContain('Nothing like it is in the bin');
  });
});
