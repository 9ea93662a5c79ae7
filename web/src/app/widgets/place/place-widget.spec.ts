import { TestBed } from '@angular/core/testing';
import { FormStore } from '../../forms/form-store';
import { drawn, showWidget, type ShownWidget } from '../../../testing/widget-stage';
import { setUpWorkbench, type, type TestServer } from '../../../testing/workbench';

describe('the widget of places', () => {
  let server: TestServer;
  beforeEach(() => {
    server = setUpWorkbench();
    TestBed.configureTestingModule({ providers: [FormStore] });
  });
  const hut = { latitude: 41.45, longitude: -38.33, address: 'Larch Hut' };
  const boxOf = ({ element }: ShownWidget, label: string): HTMLInputElement | null =>
    [...element.querySelectorAll('label')]
      .find((each) => each.textContent.includes(label))
      ?.querySelector('input') ?? null;

  it('reads degrees as they are written, and keeps the address', async () => {
    const { host, box } = await showWidget('place', hut);
    type(box, '41.5, -38.2');
    expect<unknown>(host.commits).toEqual([{ latitude: 41.5, longitude: -38.2, address: 'Larch Hut' }]);
  });

  it('keeps what it cannot read, so that the form says what is wrong', async () => {
    const { host, box } = await showWidget('place', hut);
    type(box, 'up the valley');
    type(box, '');
    expect<unknown>(host.commits).toEqual(['up the valley', null]);
  });

  it('finds a place by its name, and takes its point and name', async () => {
    const shown = await showWidget('place');
    const search = shown.element.querySelector('input[type="search"]');
    type(search, 'achr');
    await drawn(shown.fixture);
    await new Promise((resolve) => setTimeout(resolve, 200));
    server.answer('/standins/gazetteer/search?q=achr', {
      places: [{ name: 'Achrund', kind: 'village', latitude: 41.1, longitude: -38.1 }],
    });
    await drawn(shown.fixture);
    shown.element.querySelector<HTMLElement>('li button')?.click();
    await drawn(shown.fixture);
    expect<unknown>(shown.host.commits).toEqual([{ latitude: 41.1, longitude: -38.1, address: 'Achrund' }]);
    expect(shown.element.querySelector('li')).toBeNull();
  });

  it('finds nothing when the search fails, and goes on', async () => {
    const shown = await showWidget('place');
    const search = shown.element.querySelector('input[type="search"]');
    for (const words of ['a', 'ab']) {
      type(search, words);
      await drawn(shown.fixture);
      await new Promise((resolve) => setTimeout(resolve, 200));
      server.refuse(`/standins/gazetteer/search?q=${words}`, 503, { detail: 'Away' });
    }
    await drawn(shown.fixture);
    expect(shown.element.querySelector('li')).toBeNull();
    expect(shown.element.textContent).toContain('The search failed. Away');
  });

  it('has an address only where there is a point', async () => {
    const empty = await showWidget('place');
    expect(boxOf(empty, 'Address')?.disabled).toBeTrue();
    const filled = await showWidget('place', hut);
    type(boxOf(filled, 'Address'), 'At the pass');
    expect<unknown>(filled.host.commits).toEqual([{ ...hut, address: 'At the pass' }]);
  });
});
