import { TestKey } from '@angular/cdk/testing';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
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

  describe('of many things', () => {
    const months = Array.from({ length: 30 }, (_, at) => ({ value: `m${at}`, label: `Month ${at}` }));

    it('finds them by words, and chooses what is found first', async () => {
      const { screen, choice, chosen } = await draw({ options: months, value: 'm4', none: 'No month' });
      expect([await choice.isSearch(), await choice.chosen()]).toEqual([true, 'Month 4']);
      expect((await choice.options()).slice(0, 2)).toEqual(['No month', 'Month 0']);
      expect(await choice.options('month 27')).toEqual(['Month 27']);
      expect(await choice.options('zzz')).toEqual(['Nothing is called that.']);
      await choice.choose('Month 27');
      expect(chosen).toEqual(['m27']);
      screen.leave();
    });

    it('offers what begins with the words before what only has them', async () => {
      const options = [...months, { value: 'x', label: 'Not a month' }, { value: 'y', label: 'A month' }];
      const { screen, choice } = await draw({ options });
      expect(await choice.options('a mo')).toEqual(['A month', 'Not a month']);
      screen.leave();
    });

    it('takes what is typed when the focus goes on, and keeps what was chosen where nothing was', async () => {
      const { screen, chosen } = await draw({ options: months, value: 'm4' });
      const box = await screen.part(MatAutocompleteHarness);
      const typeThen = async (words: string, key: TestKey): Promise<void> => {
        await box.clear();
        await box.enterText(words);
        await (await box.host()).sendKeys(key);
      };
      await typeThen('month 2', TestKey.ESCAPE);
      await (await box.host()).sendKeys(TestKey.TAB);
      expect([chosen, await box.getValue()]).toEqual([[], 'Month 4']);
      await typeThen('month 12', TestKey.TAB);
      expect(chosen).toEqual(['m12']);
      screen.leave();
    });

    it('shows what was chosen and is gone, and begins anew where nothing stays', async () => {
      const { screen, choice, chosen } = await draw({ options: months, value: 'q', gone: 'A removed month' });
      expect(await choice.chosen()).toBe('A removed month');
      await screen.set('stays', false);
      await choice.choose('Month 3');
      await choice.choose('Month 3');
      expect([chosen, await choice.chosen()]).toEqual([['m3', 'm3'], '']);
      screen.leave();
    });

    it('stays a box for words when a few are taken away', async () => {
      const { screen, choice } = await draw({ options: months.slice(0, 13), stays: false });
      await screen.set('options', months.slice(0, 12));
      expect(await choice.isSearch()).toBeTrue();
      screen.leave();
    });
  });
});
