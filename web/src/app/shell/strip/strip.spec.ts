import { TestBed } from '@angular/core/testing';
import { documentOf, hutGroup, press, setUpWorkbench, until } from '../../../testing/workbench';
import { Screen } from '../../../testing/screen';
import { Strip } from './strip';

describe('the strip', () => {
  let screen: Screen<Strip>;
  beforeEach(async () => {
    const server = setUpWorkbench();
    await server.loadModel(documentOf(hutGroup()));
    screen = await Screen.of(Strip);
  });
  afterEach(() => {
    screen.leave();
    TestBed.resetTestingModule();
  });
  const toggle = (): HTMLElement => screen.all<HTMLElement>('#checks-button')[0] ?? document.body;

  it('opens the checks with the focus in them, and gives it back when they close', async () => {
    toggle().click();
    await screen.drawn();
    await until(() => document.activeElement?.getAttribute('aria-label') === 'Checks');
    press(document.activeElement, 'Escape');
    await screen.drawn();
    await until(() => document.activeElement === toggle());
    expect(screen.all('[aria-label="Checks"]')).toEqual([]);
    expect(toggle().getAttribute('aria-expanded')).toBe('false');
  });

  it('closes them by their button as well', async () => {
    toggle().click();
    await screen.drawn();
    await screen.press('Close the checks');
    await until(() => document.activeElement === toggle());
    expect(screen.all('[aria-label="Checks"]')).toEqual([]);
  });
});
