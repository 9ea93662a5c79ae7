import { TestBed } from '@angular/core/testing';
import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import { Dialogs } from '../../shared/dialogs';
import { FormStore } from '../../forms/form-store';
import { drawn, showWidget, type ShownWidget } from '../../../testing/widget-stage';
import { medium, press, settle, setUpWorkbench, until, type TestServer } from '../../../testing/workbench';

describe('the widget of galleries', () => {
  let server: TestServer;
  let chosen: MediumAnswer | undefined;
  let asked: number;
  beforeEach(() => {
    server = setUpWorkbench();
    chosen = undefined;
    asked = 0;
    const ask = () => {
      asked += 1;
      return Promise.resolve(chosen);
    };
    TestBed.configureTestingModule({ providers: [FormStore, { provide: Dialogs, useValue: { ask } }] });
  });
  const show = async (ids: readonly string[], settings = {}): Promise<ShownWidget> => {
    const shown = await showWidget('gallery', ids, settings);
    for (const id of ids) server.answer(`/api/studio/media/${id}`, medium(id));
    await drawn(shown.fixture);
    await drawn(shown.fixture);
    return shown;
  };
  const named = ({ element }: ShownWidget, name: string): HTMLButtonElement => {
    const found = element.querySelector<HTMLButtonElement>(`[aria-label="${name}"]`);
    if (!found) throw new Error(`There is no “${name}”.`);
    return found;
  };

  it('moves pictures with Alt and arrow keys, and not beyond the ends', async () => {
    const shown = await show(['m_1', 'm_2', 'm_3']);
    const first = named(shown, 'Picture 1 of 3, move with Alt and arrow keys');
    press(first, 'ArrowLeft', { altKey: true });
    press(first, 'ArrowRight');
    expect<unknown>(shown.host.commits).toEqual([]);
    press(first, 'ArrowRight', { altKey: true });
    expect<unknown>(shown.host.commits).toEqual([['m_2', 'm_1', 'm_3']]);
  });

  it('takes pictures out, the last of them leaving nothing', async () => {
    const shown = await show(['m_1', 'm_2']);
    named(shown, 'Take out picture 1').click();
    expect<unknown>(shown.host.commits).toEqual([['m_2']]);
    const last = await show(['m_1']);
    named(last, 'Take out picture 1').click();
    expect<unknown>(last.host.commits).toEqual([null]);
  });

  it('adds the picture that was chosen, once', async () => {
    const shown = await show(['m_1']);
    for (const [index, id] of ['m_2', 'm_1'].entries()) {
      chosen = medium(id);
      named(shown, 'Add pictures to X').click();
      await until(() => asked > index);
      await settle();
    }
    expect<unknown>(shown.host.commits).toEqual([['m_1', 'm_2']]);
  });

  it('takes no more than the field allows, and says how many that are', async () => {
    const shown = await show(['m_1', 'm_2'], { maxImages: 2 });
    expect(named(shown, 'Add pictures to X').disabled).toBeTrue();
    expect(shown.element.textContent).toContain('2 pictures of up to 2');
  });

  it('shows a picture that is no longer there as gone', async () => {
    const shown = await showWidget('gallery', ['m_9']);
    server.refuse('/api/studio/media/m_9', 404, { detail: 'Gone' });
    await drawn(shown.fixture);
    await drawn(shown.fixture);
    expect(shown.element.textContent).toContain('Gone');
  });
});
