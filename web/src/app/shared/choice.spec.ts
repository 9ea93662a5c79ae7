import { press, setUpWorkbench } from '../../testing/workbench';
import { Screen } from '../../testing/screen';
import { Choice } from './choice';
import { ChoiceHarness } from './choice.harness';

const seasons = [
  { value: 's', label: 'Summer', group: 'Open' },
  { value: 'w', label: 'Winter', group: 'Closed' },
  { value: 'a', label: 'Autumn', group: 'Open' },
];

describe('a choice', () => {
  beforeEach(() => setUpWorkbench());
  const draw = async (inputs: Record<string, unknown>) => {
    const screen = await Screen.of(Choice, { options: seasons, label: 'Season', ...inputs });
    const chosen: (string | null)[] = [];
    screen.fixture.componentInstance.chosen.subscribe((value) => chosen.push(value));
    const choice = await screen.as(ChoiceHarness);
    return { screen, choice, chosen };
  };

  it('offers what there is, those of a group together, and tells what was chosen', async () => {
    const { screen, choice, chosen } = await draw({ value: 'w' });
    expect(await choice.groups()).toEqual(['Open', 'Closed']);
    expect(await choice.options()).toEqual(['Summer', 'Autumn', 'Winter']);
    expect(await choice.chosen()).toBe('Winter');
    await choice.choose('Autumn');
    expect(chosen).toEqual(['a']);
    screen.leave();
  });

  it('can choose none where it has words for it', async () => {
    const { screen, choice, chosen } = await draw({ value: 's', none: 'No season' });
    expect(await choice.options()).toEqual(['No season', 'Summer', 'Autumn', 'Winter']);
    await choice.choose('No season');
    expect(chosen).toEqual([null]);
    screen.leave();
  });

  it('shows what was chosen and is gone', async () => {
    const { screen, choice } = await draw({ value: 'x', gone: 'A removed season' });
    expect(await choice.chosen()).toBe('A removed season');
    await screen.set('value', 's');
    expect(await choice.options()).not.toContain('A removed season');
    screen.leave();
  });

  it('goes back to none where one is added after the other', async () => {
    const { screen, choice, chosen } = await draw({ none: 'Add…', stays: false });
    await choice.choose('Summer');
    await choice.choose('Winter');
    expect([chosen, await choice.chosen()]).toEqual([['s', 'w'], 'Add…']);
    screen.leave();
  });

  it('takes the beginning of a name that is typed, also when the focus goes on at once', async () => {
    const { screen, chosen } = await draw({ value: 's' });
    const box = screen.all('mat-select')[0] ?? null;
    box?.focus();
    for (const key of ['w', 'i']) press(box, key);
    box?.blur();
    expect(chosen).toEqual(['w']);
    box?.focus();
    press(box, 'a', { ctrlKey: true });
    box?.blur();
    expect(chosen).toEqual(['w']);
    screen.leave();
  });

  it('can be switched off', async () => {
    const { screen, choice } = await draw({ value: 's', disabled: true });
    expect(await choice.isDisabled()).toBeTrue();
    screen.leave();
  });
});
