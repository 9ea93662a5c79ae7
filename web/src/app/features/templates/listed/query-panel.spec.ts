import { listedQuerySchema, PLAIN_LIST, type ListedQuery } from '@tovlet/core/queries/listed';
import {
  altitude,
  documentOf,
  hutGroup,
  setUpWorkbench,
  winter,
  type TestServer,
} from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import { ModelStore } from '../../../shell/model-store';
import { TestBed } from '@angular/core/testing';
import { QueryPanel } from './query-panel';

describe('the query of a list', () => {
  let server: TestServer;
  let screen: Screen<QueryPanel>;
  let queries: ListedQuery[];
  const last = (): ListedQuery | undefined => queries.at(-1);
  const open = async (query: ListedQuery): Promise<void> => {
    const type = TestBed.inject(ModelStore).compiled().typeById.get('t_hut');
    screen = await Screen.of(QueryPanel, { query, type, stand: { kind: 'entry', types: [type] } });
    screen.fixture.componentInstance.changed.subscribe((changed) => {
      queries.push(changed);
      screen.fixture.componentRef.setInput('query', changed);
    });
  };
  beforeEach(async () => {
    server = setUpWorkbench();
    queries = [];
    await server.loadModel(
      documentOf(hutGroup({ ...altitude, filterable: true }, { ...winter, filterable: true })),
    );
  });

  it('is put together by what entries have in common with the page', async () => {
    await open(PLAIN_LIST);
    await screen.choose('Something in common', 'The same Altitude');
    expect(last()?.alike).toEqual([{ path: 'f_altitude', as: 'f_altitude' }]);
    expect(screen.text).toContain('The same Altitude');
    await screen.press('Take out: The same Altitude');
    expect(last()?.alike).toEqual([]);
  });

  it('has so many as a page can show, whatever is typed', async () => {
    await open(PLAIN_LIST);
    const count = screen.all<HTMLInputElement>('input[type=number]')[0];
    for (const [typed, take] of [
      ['500', 100],
      ['0', 1],
      ['', 12],
      ['7', 7],
    ] as const) {
      if (!count) throw new Error('There is no box for how many.');
      count.value = typed;
      count.dispatchEvent(new Event('change'));
      expect(last()?.take).toBe(take);
    }
  });

  it('may list where it stands, and says what is gone', async () => {
    await open(
      listedQuerySchema.parse({
        alike: [{ path: 'f_gone', as: 'id' }],
        sort: { path: 'f_gone', descending: true },
      }),
    );
    expect(screen.text).toContain('A value that is gone');
    expect(screen.all<HTMLInputElement>('tov-path-search input').map(({ value }) => value)).toContain(
      'A removed field',
    );
    await screen.tick('Also the one that the page is about');
    expect(last()?.itself).toBeTrue();
  });
});
