import { TestBed } from '@angular/core/testing';
import { MatBottomSheet } from '@angular/material/bottom-sheet';
import {
  documentOf,
  hutGroup,
  press,
  setUpWorkbench,
  until,
  type TestServer,
} from '../../../testing/workbench';
import { Screen } from '../../../testing/screen';
import { Strip } from './strip';

describe('the strip', () => {
  let server: TestServer;
  let screen: Screen<Strip>;
  beforeEach(async () => {
    server = setUpWorkbench();
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

  it('lets the checks come from the foot of a narrow window', async () => {
    server.narrow.next({ matches: true });
    await screen.drawn();
    toggle().click();
    // It is there before it is drawn.
    await until(() => document.querySelector('mat-bottom-sheet-container[aria-label] li') !== null);
    const sheet = document.querySelector('mat-bottom-sheet-container');
    expect(sheet?.getAttribute('aria-label')).toBe('Checks');
    expect(sheet?.querySelectorAll('li').length).toBeGreaterThan(0);
    TestBed.inject(MatBottomSheet).dismiss();
  });
});
