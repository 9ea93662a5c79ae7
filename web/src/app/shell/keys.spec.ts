import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { press, setUpWorkbench } from '../../testing/workbench';
import { Keys } from './keys';
import { History, type Step } from './undo/history';
import { Undo } from './undo/undo';
import { PaneState } from './pane-state';
import { Shortcuts } from './shortcuts';

describe('keys that work everywhere', () => {
  let keys: Keys;
  let navigate: jasmine.Spy;
  let box: HTMLElement;
  beforeEach(() => {
    setUpWorkbench();
    keys = TestBed.inject(Keys);
    navigate = spyOn(TestBed.inject(Router), 'navigateByUrl').and.resolveTo(true);
    box = document.createElement('div');
    box.innerHTML = '<input /><button></button>';
    box.addEventListener('keydown', (event) => keys.handle(event));
    document.body.append(box);
  });
  afterEach(() => box.remove());
  const button = () => box.querySelector('button');
  const input = () => box.querySelector('input');

  it('lead to the areas with g and a letter', () => {
    press(button(), 'g');
    press(button(), 'd');
    expect(navigate).toHaveBeenCalledOnceWith('/media');
    press(button(), 'd');
    expect(navigate).toHaveBeenCalledTimes(1);
  });

  it('leave text that is being typed alone', () => {
    press(input(), 'g');
    press(input(), 'm');
    press(input(), '[');
    expect(navigate).not.toHaveBeenCalled();
  });

  it('leave letters alone that choose in a list', () => {
    button()?.setAttribute('role', 'combobox');
    for (const key of ['g', 'm']) press(button(), key);
    expect(navigate).not.toHaveBeenCalled();
  });

  it('fold the panes away', () => {
    const panes = TestBed.inject(PaneState);
    const before = panes.outlineOpen();
    press(button(), '[');
    expect(panes.outlineOpen()).toBe(!before);
    press(button(), '[');
  });

  it('work where a layout needs Alt or AltGr for them', () => {
    const panes = TestBed.inject(PaneState);
    const before = panes.outlineOpen();
    press(button(), '[', { altKey: true });
    expect(panes.outlineOpen()).toBe(!before);
    press(button(), '[', { altKey: true, ctrlKey: true, modifierAltGraph: true });
    expect(panes.outlineOpen()).toBe(before);
    press(button(), 'g', { altKey: true });
    press(button(), 'd');
    expect(navigate).not.toHaveBeenCalled();
  });

  it('can be others, and can be switched off', () => {
    const shortcuts = TestBed.inject(Shortcuts);
    const panes = TestBed.inject(PaneState);
    const before = panes.outlineOpen();
    expect(shortcuts.choose('outline', 'o')).toBeNull();
    expect(shortcuts.choose('outline', ']')).toContain('does something else');
    expect(shortcuts.choose('outline', 'ab')).toContain('one key');
    press(button(), '[');
    expect(panes.outlineOpen()).toBe(before);
    press(button(), 'o');
    expect(panes.outlineOpen()).toBe(!before);
    shortcuts.on.set(false);
    for (const key of ['o', 'g', 'd']) press(button(), key);
    expect(panes.outlineOpen()).toBe(!before);
    expect(navigate).not.toHaveBeenCalled();
    shortcuts.on.set(true);
    shortcuts.reset();
    press(button(), '[');
    expect(panes.outlineOpen()).toBe(before);
  });

  it('save what the screen holds, also while typing', () => {
    const save = jasmine.createSpy('save');
    const end = keys.use({ save });
    expect(press(input(), 's', { ctrlKey: true }).defaultPrevented).toBeTrue();
    end();
    press(input(), 's', { metaKey: true });
    expect(save).toHaveBeenCalledTimes(1);
  });

  it('take back and do again, in a control as well once it holds what is taken', () => {
    const history = new History<Step>({ undo: () => true, redo: () => true });
    TestBed.inject(Undo).use(history);
    for (const words of ['One', 'Two', 'Three']) history.add({ words });
    press(button(), 'z', { ctrlKey: true });
    press(input(), 'z', { ctrlKey: true });
    expect(history.done().map(({ words }) => words)).toEqual(['One']);
    press(button(), 'z', { ctrlKey: true, shiftKey: true });
    press(button(), 'y', { ctrlKey: true });
    expect(history.done().map(({ words }) => words)).toEqual(['Three', 'Two', 'One']);
  });

  it('leave what is being typed to the browser, except where every keystroke is taken at once', () => {
    const history = new History<Step>({ undo: () => true, redo: () => true });
    TestBed.inject(Undo).use(history);
    history.add({ words: 'One' });
    const box = input();
    box?.dispatchEvent(new Event('input', { bubbles: true }));
    expect(press(box, 'z', { ctrlKey: true }).defaultPrevented).toBeFalse();
    keys.use({ live: true });
    expect(press(box, 'z', { ctrlKey: true }).defaultPrevented).toBeTrue();
    expect(history.canUndo()).toBeFalse();
  });
});
