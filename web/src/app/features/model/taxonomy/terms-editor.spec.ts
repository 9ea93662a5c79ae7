import { TestBed } from '@angular/core/testing';
import type { TermAnswer } from '@tovlet/core/contracts/studio';
import { press, settle, setUpWorkbench, type TestServer } from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import { Confirm } from '../../../shared/confirm';
import { TermsEditor } from './terms-editor';

const term = (id: string, parent: string | null, position: number, entries = 0): TermAnswer => ({
  id: `n_${id}`,
  taxonomy: 'y_area',
  parent: parent === null ? null : `n_${parent}`,
  slug: id,
  label: id.toUpperCase(),
  position,
  version: 1,
  entries,
  values: {},
});
const terms = [term('north', null, 1), term('valley', 'north', 1, 4), term('south', null, 2)];
const area = { id: 'y_area', key: 'area', pluralKey: 'areas', singular: 'Area', plural: 'Areas', tree: true };

describe('the editor of terms', () => {
  let server: TestServer;
  let screen: Screen<TermsEditor>;
  const asked = jasmine.createSpy<Confirm['ask']>('ask').and.resolveTo(true);
  beforeEach(async () => {
    server = setUpWorkbench();
    TestBed.overrideProvider(Confirm, { useValue: { ask: asked } });
    screen = await Screen.of(TermsEditor, { taxonomy: area });
    server.answer('/api/studio/terms', terms);
    await screen.drawn();
  });
  afterEach(() => screen.leave());
  const sent = async (address: string, answer: unknown): Promise<unknown> => {
    await settle();
    const request = server.http.expectOne(address);
    request.flush(answer as object);
    await settle();
    server.answer('/api/studio/terms', terms);
    await screen.drawn();
    return request.request.body;
  };

  it('shows the tree with how many entries have each term', () => {
    expect(screen.all<HTMLInputElement>('input[id^="term-n"]').map(({ value }) => value)).toEqual([
      'NORTH',
      'VALLEY',
      'SOUTH',
    ]);
    expect(screen.text).toContain('4');
  });

  it('says how deep each term stands, and among how many', () => {
    const [, north, valley, south] = screen.all('[role="row"]');
    const stands = (row: HTMLElement | undefined): readonly (string | null)[] =>
      ['aria-level', 'aria-posinset', 'aria-setsize'].map((name) => row?.getAttribute(name) ?? null);
    expect([north, valley, south].map(stands)).toEqual([
      ['1', '1', '2'],
      ['2', '1', '1'],
      ['1', '2', '2'],
    ]);
  });

  it('is gone through with arrows, in the same column', () => {
    screen.box('Slug of NORTH').focus();
    press(screen.box('Slug of NORTH'), 'ArrowDown');
    expect(document.activeElement).toBe(screen.box('Slug of VALLEY'));
    press(screen.box('Slug of VALLEY'), 'ArrowUp');
    expect(document.activeElement).toBe(screen.box('Slug of NORTH'));
    press(screen.box('Slug of NORTH'), 'ArrowUp');
    expect(document.activeElement).toBe(screen.box('Slug of NORTH'));
  });

  it('renames with the version it saw', async () => {
    await screen.enter('Label of SOUTH', 'Far south');
    expect(await sent('/api/studio/terms/n_south', terms[2])).toEqual({
      version: 1,
      label: 'Far south',
      slug: 'south',
      values: {},
    });
  });

  it('moves by keys: up, under the one above, and out again', async () => {
    const grip = (name: string): HTMLElement => screen.button(`Move ${name} with Alt and arrow keys`);
    press(grip('SOUTH'), 'ArrowUp', { altKey: true });
    expect(await sent('/api/studio/terms/n_south/move', terms)).toEqual({ parent: null, before: 'n_north' });
    press(grip('SOUTH'), 'ArrowRight', { altKey: true });
    expect(await sent('/api/studio/terms/n_south/move', terms)).toEqual({ parent: 'n_north', before: null });
    press(grip('VALLEY'), 'ArrowLeft', { altKey: true });
    expect(await sent('/api/studio/terms/n_valley/move', terms)).toEqual({ parent: null, before: 'n_south' });
  });

  it('merges after asking, never into a term below', async () => {
    await screen.press('Merge NORTH into another term');
    const merge = await screen.choice('Merge NORTH into');
    expect(await merge.options()).toEqual(['Merge into…', 'SOUTH']);
    await screen.choose('Merge NORTH into', 'SOUTH');
    expect(await sent('/api/studio/terms/n_north/merge', terms)).toEqual({ into: 'n_south' });
    expect(asked).toHaveBeenCalled();
  });
});
