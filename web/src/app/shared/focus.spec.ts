import { LiveAnnouncer } from '@angular/cdk/a11y';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { until } from '../../testing/workbench';
import { Focus } from './focus';
import { Reorder, reordered } from './reorder';

describe('the focus after a change', () => {
  let place: HTMLElement;
  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    place = document.createElement('div');
    document.body.append(place);
  });
  afterEach(() => place.remove());
  const add = (id: string, value = ''): HTMLInputElement => {
    const box = document.createElement('input');
    box.id = id;
    box.value = value;
    place.append(box);
    return box;
  };

  it('goes to what is there, and waits for what is drawn later', async () => {
    const first = add('first');
    TestBed.inject(Focus).on('first');
    await until(() => document.activeElement === first);
    TestBed.inject(Focus).on('later');
    await new Promise((resolve) => setTimeout(resolve, 60));
    const later = add('later');
    await until(() => document.activeElement === later);
    expect(document.activeElement).toBe(later);
  });

  it('selects a new name', async () => {
    const box = add('name', 'New term');
    TestBed.inject(Focus).select('name');
    await until(() => document.activeElement === box);
    expect([box.selectionStart, box.selectionEnd]).toEqual([0, 8]);
  });

  it('stays where it is when nothing comes', async () => {
    const first = add('first');
    first.focus();
    TestBed.inject(Focus).on('never');
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(document.activeElement).toBe(first);
  });

  describe('when something is moved by keys', () => {
    const press = (key: string, altKey: boolean, index: number, handle?: string) => {
      const moved: number[] = [];
      const event = new KeyboardEvent('keydown', { key, altKey, cancelable: true });
      const done = TestBed.inject(Reorder).byKey(event, {
        index,
        count: 3,
        name: 'Row',
        ...(handle === undefined ? {} : { handle }),
        move: (to) => moved.push(to),
      });
      return { done, moved, prevented: event.defaultPrevented };
    };

    it('stays at the handle, and the new place is said', async () => {
      const said = spyOn(TestBed.inject(LiveAnnouncer), 'announce').and.resolveTo();
      const handle = add('handle');
      expect(press('ArrowDown', true, 0, 'handle')).toEqual({ done: true, moved: [1], prevented: true });
      expect(said).toHaveBeenCalledOnceWith('Row moved to place 2 of 3');
      await until(() => document.activeElement === handle);
    });

    it('nothing moves at the ends, without Alt, or by other keys', () => {
      const nothing = { done: false, moved: [], prevented: false };
      expect(press('ArrowUp', true, 0)).toEqual(nothing);
      expect(press('ArrowDown', true, 2)).toEqual(nothing);
      expect(press('ArrowDown', false, 0)).toEqual(nothing);
      expect(press('Enter', true, 0)).toEqual(nothing);
    });
  });

  it('has lists with one item at another place', () => {
    const list = ['a', 'b', 'c'] as const;
    expect([reordered(list, 0, 2), reordered(list, 2, 0), list]).toEqual([
      ['b', 'c', 'a'],
      ['c', 'a', 'b'],
      ['a', 'b', 'c'],
    ]);
  });
});
