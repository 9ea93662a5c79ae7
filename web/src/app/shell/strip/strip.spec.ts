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

  it('counts and lists what is wrong in entries, and leads to them', async () => {
    const issue = { code: 'too_small', params: { limit: 0, unit: 'm' } };
    const sample = { entry: 'e_1', title: 'Larch Hut', label: 'Altitude', path: ['f_altitude'], issue };
    const common = {
      type: 't_hut',
      field: 'f_altitude',
      top: 'f_altitude',
      subject: '',
      sample,
      mends: true,
    };
    const findings = [
      { ...common, code: 'too_small', severity: 'refuse', entries: 2 },
      { ...common, code: 'rule', severity: 'warn', entries: 1 },
      { ...common, type: 't_gone', code: 'too_small', severity: 'warn', entries: 1 },
    ];
    const before = toggle().textContent;
    server.answer('/api/studio/findings', { findings, looking: true });
    await screen.drawn();
    expect(toggle().textContent).not.toBe(before);
    toggle().click();
    await screen.drawn();
    await until(() => screen.all('tov-checks-list a').length > 0);
    const lines = screen.all<HTMLAnchorElement>('tov-checks-list a');
    expect(lines.map((each) => each.textContent.replace(/\s+/g, ' ').trim())).toEqual([
      'Altitude must be at least 0 m. 2 Huts',
      'Altitude must be at least 0 m. Hut: Larch Hut',
    ]);
    expect(lines.map((each) => each.getAttribute('href'))).toEqual([
      '/content/hut?finding=f_altitude,too_small,',
      '/content/hut/e_1',
    ]);
    expect(screen.text).toContain('Entries are being looked through…');
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
