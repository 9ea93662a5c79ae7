import { ChangeDetectionStrategy, Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { Screen } from '../../testing/screen';
import {
  documentOf,
  hutGroup,
  press,
  setUpWorkbench,
  signInAs,
  type TestServer,
} from '../../testing/workbench';
import { ChecksStore } from './checks-store';
import { Frame } from './frame';
import { PaneState } from './pane-state';
import { Panes } from './panes';

describe('the frame', () => {
  let server: TestServer;
  let screen: Screen<Frame>;
  beforeEach(async () => {
    localStorage.clear();
    server = setUpWorkbench();
    await signInAs(server, 'developer');
    spyOn(TestBed.inject(ChecksStore), 'load').and.resolveTo();
    screen = await Screen.of(Frame);
    server.answer('/api/studio/model', { revision: 1, document: documentOf(hutGroup()) });
    await screen.drawn();
  });
  afterEach(() => screen.leave());

  it('names the workspace and who is signed in', () => {
    expect(screen.text).toContain('Velmark Huts');
    expect(screen.button('You: Ilse Varnholt').textContent.trim()).toBe('IV');
    expect(screen.text).toContain('Signed in as Ilse Varnholt, developer');
  });

  it('leads to every area', () => {
    const areas = screen.all('nav[aria-label="Areas"] a').map((each) => each.getAttribute('href'));
    expect(areas).toEqual(['/model', '/content', '/media', '/templates', '/delivery', '/transfer']);
  });

  it('folds the outline and the inspector, and says so', async () => {
    const panes = TestBed.inject(PaneState);
    expect(screen.has('Inspector')).withContext('on a screen without one').toBeFalse();
    panes.there.set(['outline', 'inspector']);
    await screen.drawn();
    await screen.press('Outline');
    await screen.press('Inspector');
    expect([panes.outlineOpen(), panes.inspectorOpen()]).toEqual([false, false]);
    expect(screen.button('Outline').getAttribute('aria-pressed')).toBe('false');
    await screen.press('Outline');
    expect(panes.outlineOpen()).toBeTrue();
  });

  it('lets the keyboard skip to the work surface', () => {
    const work = document.createElement('main');
    work.id = 'work';
    work.tabIndex = -1;
    document.body.append(work);
    screen.button('Skip to the work surface').click();
    expect(document.activeElement).toBe(work);
    work.remove();
  });

  it('signs out and leads to the sign-in', async () => {
    const go = spyOn(TestBed.inject(Router), 'navigateByUrl').and.resolveTo(true);
    await screen.press('You: Ilse Varnholt');
    [...document.querySelectorAll<HTMLElement>('[role="menuitem"]')]
      .find(({ textContent }) => textContent.includes('Sign out'))
      ?.click();
    await screen.drawn();
    server.http
      .expectOne(({ method, url }) => method === 'DELETE' && url === '/api/studio/session')
      .flush(null);
    await screen.drawn();
    server.answer('/api/studio/session', {
      person: null,
      workspace: { name: 'Velmark Huts' },
      needsFirstAccount: false,
      demoPeople: [],
    });
    await screen.drawn();
    expect(go).toHaveBeenCalledWith('/sign-in');
  });
});

@Component({
  imports: [Panes],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '<tov-panes><p outline>Left</p><p>Middle</p><p inspector>Right</p></tov-panes>',
})
class Columns {}

describe('the panes', () => {
  let server: TestServer;
  let screen: Screen<Columns>;
  beforeEach(async () => {
    localStorage.clear();
    server = setUpWorkbench();
    screen = await Screen.of(Columns);
  });
  afterEach(() => screen.leave());
  const edge = (name: string): Element | null =>
    screen.all('[role="separator"]').find((each) => each.getAttribute('aria-label') === name) ?? null;

  it('are made wider and narrower with arrow keys, within bounds', async () => {
    press(edge('Width of the outline'), 'ArrowRight');
    press(edge('Width of the inspector'), 'ArrowRight');
    await screen.drawn();
    expect(edge('Width of the outline')?.getAttribute('aria-valuenow')).toBe('264');
    expect(edge('Width of the inspector')?.getAttribute('aria-valuenow')).toBe('320');
    for (let times = 0; times < 40; times += 1) press(edge('Width of the outline'), 'ArrowRight');
    await screen.drawn();
    expect(edge('Width of the outline')?.getAttribute('aria-valuenow')).toBe('560');
  });

  it('leave other keys alone', () => {
    expect(press(edge('Width of the outline'), 'Tab').defaultPrevented).toBeFalse();
  });

  it('stay when Esc is pressed in them, which leads back to the work surface', async () => {
    const panes = TestBed.inject(PaneState);
    press(screen.all('.inspector')[0] ?? null, 'Escape');
    await screen.drawn();
    expect(panes.inspectorShown()).toBeTrue();
    server.narrow.next({ matches: true });
    panes.toggle('inspector');
    await screen.drawn();
    press(screen.all('.inspector')[0] ?? null, 'Escape');
    await screen.drawn();
    expect(panes.inspectorShown()).withContext('a drawer closes').toBeFalse();
  });

  it('are drawers in a narrow window: one at a time, closed until asked for, and open again when it is wide', async () => {
    const panes = TestBed.inject(PaneState);
    const shown = (): readonly boolean[] => [panes.outlineShown(), panes.inspectorShown()];
    server.narrow.next({ matches: true });
    await screen.drawn();
    expect(shown()).toEqual([false, false]);
    panes.toggle('outline');
    panes.toggle('inspector');
    await screen.drawn();
    expect(shown()).toEqual([false, true]);
    screen.all('.mat-drawer-backdrop')[0]?.click();
    await screen.drawn();
    expect(shown()).toEqual([false, false]);
    server.narrow.next({ matches: false });
    await screen.drawn();
    expect(shown()).toEqual([true, true]);
  });

  it('fold away, and are remembered by this browser', async () => {
    TestBed.inject(PaneState).inspectorOpen.set(false);
    await screen.drawn();
    expect(screen.all('.inspector')[0]?.checkVisibility({ visibilityProperty: true })).toBeFalse();
    TestBed.resetTestingModule();
    setUpWorkbench();
    expect(TestBed.inject(PaneState).inspectorOpen()).toBeFalse();
    localStorage.clear();
  });
});
