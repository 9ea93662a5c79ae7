import { setUpWorkbench, until } from '../../../testing/workbench';
import { Screen } from '../../../testing/screen';
import { TimePicker } from './time-picker';

const NAME = 'Choose Breakfast from a list';

describe('the list of times beside a box', () => {
  let screen: Screen<TimePicker>;
  let chosen: string[];
  const open = async (time: string): Promise<readonly HTMLElement[]> => {
    setUpWorkbench();
    screen = await Screen.of(TimePicker, { label: 'Breakfast', time });
    chosen = [];
    screen.fixture.componentInstance.chosen.subscribe((each) => chosen.push(each));
    await screen.press(NAME);
    const options = () => [...document.querySelectorAll<HTMLElement>('.mat-timepicker-panel mat-option')];
    await until(() => options().length > 0);
    return options();
  };
  afterEach(() => screen.leave());

  it('offers each half hour, and gives the focus back once one is chosen', async () => {
    const options = await open('');
    expect(options.length).toBe(48);
    options[15]?.click();
    await until(() => chosen.length > 0);
    expect(chosen).toEqual(['07:30']);
    await until(() => document.activeElement === screen.button(NAME));
    expect(screen.button(NAME).getAttribute('aria-expanded')).toBe('false');
  });

  it('begins at the time that is there', async () => {
    const options = await open('18:30');
    expect(options.findIndex((each) => each.getAttribute('aria-selected') === 'true')).toBe(37);
  });

  it('takes what is no time for nothing', async () => {
    const options = await open('soon');
    expect(options.some((each) => each.getAttribute('aria-selected') === 'true')).toBeFalse();
  });
});
