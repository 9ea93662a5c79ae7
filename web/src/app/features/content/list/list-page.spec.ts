import { MatPaginatorHarness } from '@angular/material/paginator/testing';
import { MatSortHarness } from '@angular/material/sort/testing';
import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import type { EntryListAnswer } from '@tovlet/core/contracts/studio';
import {
  altitude,
  documentOf,
  hutGroup,
  setUpWorkbench,
  type TestServer,
} from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import { ListPage } from './list-page';

const column = { ...altitude, filterable: true, listColumn: true, settings: { unit: 'm' } };
const item = (id: string, title: string, value: number | null): EntryListAnswer['items'][number] => ({
  id,
  title,
  slug: id,
  status: 'published',
  updatedAt: '2026-01-01T00:00:00Z',
  columns: { f_altitude: value },
});

describe('the list of entries', () => {
  let server: TestServer;
  let screen: Screen<ListPage>;
  let navigate: jasmine.Spy;
  beforeEach(async () => {
    server = setUpWorkbench();
    await server.loadModel(documentOf(hutGroup(column)));
    navigate = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    screen = await Screen.of(ListPage, { typeKey: 'hut' });
  });
  afterEach(() => screen.leave());
  const answer = async (
    body: Omit<EntryListAnswer, 'underWay' | 'findings'> & Partial<EntryListAnswer>,
  ): Promise<void> => {
    server.answer('/api/studio/entries?', { underWay: {}, findings: {}, ...body });
    await screen.drawn();
  };

  it('shows columns as their types display them, and nothing for nothing', async () => {
    await answer({ items: [item('e_1', 'Larch', 2080), item('e_2', 'Birch', null)], total: 2 });
    const cells = screen.all('tbody tr').map((row) => row.querySelectorAll('td')[2]?.textContent.trim());
    expect(cells).toEqual(['2080\u00a0m', '']);
    expect(screen.text).toContain('2 entries');
  });

  it('sorts by a column, and the other way round when it is pressed again', async () => {
    await answer({ items: [item('e_1', 'Larch', 1)], total: 1 });
    const sort = await screen.part(MatSortHarness);
    const header = async () => (await sort.getSortHeaders({ label: 'Altitude' }))[0];
    await (await header())?.click();
    expect(navigate.calls.mostRecent().args[1].queryParams).toEqual({
      sort: 'f_altitude',
      descending: null,
      page: null,
    });
    await screen.set('sort', 'f_altitude');
    await answer({ items: [item('e_1', 'Larch', 1)], total: 1 });
    expect(await (await header())?.getSortDirection()).toBe('asc');
    await (await header())?.click();
    expect(navigate.calls.mostRecent().args[1].queryParams.descending).toBe('true');
  });

  it('asks for the page that the address names', async () => {
    await answer({ items: [item('e_1', 'Larch', 1)], total: 120 });
    const pages = await screen.part(MatPaginatorHarness);
    expect(await pages.getRangeLabel()).toBe('1 to 50 of 120');
    await pages.goToNextPage();
    expect(navigate.calls.mostRecent().args[1].queryParams).toEqual({ page: 2 });
    await screen.set('page', '3');
    const asked = server.http.expectOne(({ url }) => url === '/api/studio/entries');
    expect(asked.request.params.get('offset')).toBe('100');
    asked.flush({ items: [], total: 120 });
  });

  it('is had as a file, as it is narrowed, with what it shows', async () => {
    await answer({ items: [item('e_1', 'Larch', 1)], total: 1 });
    await screen.set('search', 'la');
    await screen.press('As a file');
    const link = [...document.querySelectorAll<HTMLAnchorElement>('a[mat-menu-item]')].find((each) =>
      each.textContent.includes('CSV'),
    );
    const { pathname, searchParams } = new URL(link?.href ?? '');
    expect([pathname, searchParams.get('search'), searchParams.get('columns')]).toEqual([
      '/api/studio/entries/export',
      'la',
      'status,f_altitude,updated_at',
    ]);
  });

  it('shows where the words stand that were searched for', async () => {
    const pieces = [
      { text: 'A tiled ', marked: false },
      { text: 'stove', marked: true },
      { text: ', and more', marked: false },
    ];
    await answer({ items: [item('e_1', 'Larch', 1)], total: 1, excerpts: { e_1: pieces } });
    expect(screen.all('.excerpt').map(({ textContent }) => textContent.trim())).toEqual([
      'A tiled stove, and more',
    ]);
    expect(screen.all('.excerpt mark').map(({ textContent }) => textContent)).toEqual(['stove']);
  });

  it('shows what is under way with an entry', async () => {
    const planned = { action: 'publish', at: '2026-12-24T06:00:00Z', problem: null } as const;
    await answer({
      items: [item('e_1', 'Larch', 1), item('e_2', 'Birch', 2), item('e_3', 'Stone', 3)],
      total: 3,
      underWay: {
        e_1: { changed: true, planned: null },
        e_2: { changed: false, planned: { ...planned, problem: 'Altitude is required.' } },
        e_3: { changed: true, planned },
      },
    });
    const [first, second, third] = screen.all('.under-way').map(({ textContent }) => textContent.trim());
    expect(first).toBe('changed, not saved');
    expect(second).toMatch(/^not published Dec 24, 2026/);
    expect(third).toMatch(/^changed, not saved\s*to be published Dec 24, 2026/);
  });

  it('says what an empty list is for', async () => {
    await answer({ items: [], total: 0 });
    expect(screen.text).toContain('No huts yet');
  });

  it('says while it is brought up to date with the model, and then shows itself anew', async () => {
    await answer({ items: [item('e_1', 'Larch', null)], total: 1 });
    server.events.next({ kind: 'filling', type: 't_hut', done: 420, entries: 1000 });
    await screen.drawn();
    expect(screen.text).toContain('brought up to date with the model, 42 %');
    expect(screen.all('[role="progressbar"]')[0]?.getAttribute('aria-valuenow')).toBe('42');
    server.events.next({ kind: 'filling', type: 't_hut', done: 1000, entries: 1000 });
    await new Promise((resolve) => setTimeout(resolve, 350));
    await screen.drawn();
    await answer({ items: [item('e_1', 'Larch', 2080)], total: 1 });
    expect(screen.text).not.toContain('brought up to date');
    expect(screen.text).toContain('2080');
  });

  it('has nothing to say of other lists', async () => {
    await answer({ items: [item('e_1', 'Larch', null)], total: 1 });
    server.events.next({ kind: 'filling', type: 't_route', done: 420, entries: 1000 });
    await screen.drawn();
    expect(screen.text).not.toContain('brought up to date');
  });

  it('follows what others save', async () => {
    await answer({ items: [], total: 0 });
    server.events.next({ kind: 'entry', id: 'e_9', type: 't_hut', version: 1, author: 'p_other' });
    await new Promise((resolve) => setTimeout(resolve, 350));
    await screen.drawn();
    await answer({ items: [item('e_9', 'New one', 5)], total: 1 });
    expect(screen.text).toContain('New one');
  });

  it('knows no type that is not there', async () => {
    await answer({ items: [], total: 0 });
    await screen.set('typeKey', 'lake');
    expect(screen.text).toContain('There is no such content type');
  });
});
