import type { JsonValue } from '@tovlet/core/json';
import { press, setUpWorkbench } from '../../../../../testing/workbench';
import { Screen } from '../../../../../testing/screen';
import { ChoicesEditor } from './choices-editor';

describe('the editor of choices', () => {
  let screen: Screen<ChoicesEditor>;
  let last: JsonValue;
  const open = async (value: JsonValue): Promise<void> => {
    setUpWorkbench();
    screen = await Screen.of(ChoicesEditor, { value });
    last = null;
    screen.fixture.componentInstance.changed.subscribe((changed) => (last = changed));
  };
  afterEach(() => screen.leave());
  const easy = { value: 'easy', label: 'Easy' };

  it('adds a choice with a value made from its label', async () => {
    await open([easy]);
    const boxes = screen.all<HTMLInputElement>('input');
    const adding = boxes.at(-1);
    if (!adding) throw new Error('There is a box to add with.');
    adding.value = 'Very hard';
    press(adding, 'Enter');
    expect<unknown>(last).toEqual([easy, { value: 'very_hard', label: 'Very hard' }]);
  });

  it('takes several pasted lines, with or without values of their own', async () => {
    await open([]);
    const clipboardData = new DataTransfer();
    clipboardData.setData('text', 'de : German\nit : Italian\n\nQuarrish');
    screen
      .all('input')
      .at(-1)
      ?.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
    expect<unknown>(last).toEqual([
      { value: 'de', label: 'German' },
      { value: 'it', label: 'Italian' },
      { value: 'quarrish', label: 'Quarrish' },
    ]);
  });

  it('says when two choices have the same value, and does not save that', async () => {
    await open([easy, { value: 'hard', label: 'Hard' }]);
    await screen.enter('Value of choice 2', 'easy');
    expect(screen.text).toContain('Two choices have the value easy');
    expect(last).toBeNull();
  });

  it('removes a choice', async () => {
    await open([easy, { value: 'hard', label: 'Hard' }]);
    await screen.press('Remove Easy');
    expect<unknown>(last).toEqual([{ value: 'hard', label: 'Hard' }]);
  });
});
