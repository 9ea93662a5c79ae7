import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
import { Router } from '@angular/router';
import type { QueryCondition } from '@tovlet/core/queries/condition';
import { filterFromText } from '@tovlet/core/queries/filter-text';
import { ChoiceHarness } from '../../../shared/choice.harness';
import {
  altitude,
  documentOf,
  hutGroup,
  setUpWorkbench,
  winter,
  type TestServer,
} from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import { ListPage } from './list-page';

const high: QueryCondition = {
  kind: 'path',
  path: [{ kind: 'field', field: 'f_altitude' }],
  operator: 'greater_or_equal',
  value: 2000,
};
const titled: QueryCondition = {
  kind: 'path',
  path: [{ kind: 'property', property: 'title' }],
  operator: 'contains',
  value: 'larch',
};

describe('the filter of a list', () => {
  let server: TestServer;
  let screen: Screen<ListPage>;
  let navigate: jasmine.Spy;
  beforeEach(async () => {
    server = setUpWorkbench();
    await server.loadModel(
      documentOf(hutGroup({ ...altitude, filterable: true }, { ...winter, filterable: true })),
    );
    navigate = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
  });
  afterEach(() => screen.leave());

  const open = async (condition: QueryCondition | null): Promise<void> => {
    const filter = condition === null ? '' : JSON.stringify(condition);
    screen = await Screen.of(ListPage, { typeKey: 'hut', filter });
  };
  /** What the address is asked to hold. */
  const asked = (): unknown => {
    const { filter } = navigate.calls.mostRecent().args[1].queryParams;
    return filterFromText(filter ?? '');
  };
  const overScreen = () => TestbedHarnessEnvironment.documentRootLoader(screen.fixture);

  it('reads as a sentence, and goes to the server as it stands in the address', async () => {
    await open({ kind: 'all', conditions: [high, titled] });
    expect(screen.text).toContain('Altitude is at least 2000');
    expect(screen.text).toContain('Title contains “larch”');
    const list = server.http.expectOne(({ url }) => url === '/api/studio/entries');
    expect(filterFromText(list.request.params.get('filter') ?? '')).toEqual(
      jasmine.objectContaining({ condition: jasmine.objectContaining({ kind: 'all' }) }),
    );
    list.flush({ items: [], total: 0 });
    await screen.drawn();
    expect(screen.text).toContain('No entry fits the filter');
    await screen.press('Show all');
    expect(asked()).toEqual({ condition: null });
  });

  it('loses a part, and turns and into or', async () => {
    await open({ kind: 'all', conditions: [high, titled] });
    await screen.press('Take out: Altitude is at least 2000');
    expect(asked()).toEqual({ condition: { kind: 'all', conditions: [titled] } });
    await screen.press('and');
    expect(asked()).toEqual({ condition: { kind: 'any', conditions: [high, titled] } });
  });

  it('gets a condition by words: what is looked at, how, and with what', async () => {
    await open(null);
    await screen.press('Filter');
    const box = await overScreen().getHarness(MatAutocompleteHarness);
    await box.enterText('alt');
    await box.selectOption({ text: 'Altitude' });
    const how = await overScreen().getHarness(ChoiceHarness.with({ label: 'How it is compared' }));
    await how.choose('is at least');
    await screen.drawn();
    const typed = document.querySelector<HTMLInputElement>('tov-filter-editor input[aria-label="Value"]');
    const submit = document.querySelector<HTMLButtonElement>('tov-filter-editor button[type="submit"]');
    submit?.click();
    await screen.drawn();
    expect(document.querySelector('tov-filter-editor')?.textContent).toContain('is compared with a number');
    if (!typed) return fail('There is no box for the value.');
    typed.value = '2000';
    typed.dispatchEvent(new Event('input', { bubbles: true }));
    typed.dispatchEvent(new Event('change', { bubbles: true }));
    await screen.drawn();
    submit?.click();
    await screen.drawn();
    expect(asked()).toEqual({ condition: { kind: 'all', conditions: [high] } });
    expect(document.querySelector('tov-filter-editor')).toBeNull();
  });

  it('offers what entries have with their counts, and is narrowed by pressing one', async () => {
    await open(high);
    server.answer('/api/studio/entries/facets', [
      { keys: 'status', counts: [{ value: 'published', count: 22, label: null }], ranges: [] },
      {
        keys: 'winter',
        counts: [
          { value: 'true', count: 3, label: null },
          { value: 'false', count: 1, label: null },
        ],
        ranges: [],
      },
    ]);
    await screen.drawn();
    const pressed = screen.all('tov-facets-pane button').map((each) => each.textContent.trim());
    expect(pressed[0]).toBe('published22');
    screen.all('tov-facets-pane button')[1]?.click();
    expect(asked()).toEqual({
      condition: {
        kind: 'all',
        conditions: [high, { kind: 'path', path: [{ kind: 'field', field: 'f_winter' }], operator: 'is_on' }],
      },
    });
  });

  it('shows how numbers spread, and is narrowed by pressing bars, with arrow keys as well', async () => {
    await open(null);
    const ranges = [0, 500, 1000, 1500].map((from, at) => ({
      from,
      to: from + 500,
      count: [4, 0, 2, 1][at],
    }));
    server.answer('/api/studio/entries/facets', [{ keys: 'altitude', counts: [], ranges }]);
    await screen.drawn();
    const bars = screen.all('tov-facet-ranges button');
    expect(bars.map((bar) => bar.getAttribute('aria-label'))).toEqual([
      '0 to 500: 4 entries',
      '500 to 1000: 0 entries',
      '1000 to 1500: 2 entries',
      '1500 to 2000: 1 entry',
    ]);
    expect(bars.filter((bar) => bar.tabIndex === 0).length).toBe(1);
    bars[0]?.focus();
    for (let press = 0; press < 3; press += 1)
      document.activeElement?.dispatchEvent(
        new KeyboardEvent('keydown', { key: 'ArrowRight', keyCode: 39, bubbles: true }),
      );
    await screen.drawn();
    expect(document.activeElement).toBe(bars[3] ?? null);
    expect(screen.all('tov-facet-ranges strong')[0]?.textContent).toBe('1500 to 2000: 1 entry');
    bars[3]?.click();
    const path = [{ kind: 'field', field: 'f_altitude' }];
    expect<unknown>(asked()).toEqual({
      condition: {
        kind: 'all',
        conditions: [
          { kind: 'path', path, operator: 'greater_or_equal', value: 1500 },
          { kind: 'path', path, operator: 'less_or_equal', value: 2000 },
        ],
      },
    });
  });

  it('that cannot be read is not shown as one, and the server says so', async () => {
    screen = await Screen.of(ListPage, { typeKey: 'hut', filter: '{nonsense' });
    server.http
      .expectOne(({ url }) => url === '/api/studio/entries')
      .flush(
        { type: 'x', title: 'No', status: 400, detail: 'The filter cannot be read.' },
        { status: 400, statusText: 'Bad Request' },
      );
    await screen.drawn();
    expect(screen.text).toContain('The filter cannot be read.');
  });
});
