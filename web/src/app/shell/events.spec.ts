import { TestBed } from '@angular/core/testing';
import type { StudioEvent } from '@tovlet/core/contracts/events';
import { Events } from './events';

/** A connection that is opened, speaks and ends by hand. */
class HandledSource {
  static readonly CLOSED = 2;
  static made: HandledSource[] = [];
  readyState = 1;
  onopen: (() => void) | null = null;
  onmessage: ((message: { readonly data: string }) => void) | null = null;
  onerror: (() => void) | null = null;
  readonly close = jasmine.createSpy('close');

  constructor() {
    HandledSource.made.push(this);
  }
}

describe('what the server tells', () => {
  const real = window.EventSource;
  beforeEach(() => {
    jasmine.clock().install();
    HandledSource.made = [];
    Object.assign(window, { EventSource: HandledSource });
  });
  afterEach(() => {
    jasmine.clock().uninstall();
    Object.assign(window, { EventSource: real });
  });

  it('is passed on, and after a connection that was given up something may have been missed', () => {
    const heard: StudioEvent[] = [];
    const listening = TestBed.inject(Events).stream.subscribe((event) => heard.push(event));
    const [first] = HandledSource.made;
    first?.onopen?.();
    first?.onmessage?.({ data: '{"kind":"bin"}' });
    // The browser mends this by itself, and says what it heard last.
    first?.onerror?.();
    first?.onopen?.();
    expect(heard).toEqual([{ kind: 'bin' }]);
    Object.assign(first ?? {}, { readyState: HandledSource.CLOSED });
    first?.onerror?.();
    jasmine.clock().tick(5_000);
    const second = HandledSource.made[1];
    second?.onopen?.();
    expect(heard).toEqual([{ kind: 'bin' }, { kind: 'missed' }]);
    second?.onopen?.();
    expect(heard).toHaveSize(2);
    listening.unsubscribe();
    expect(second?.close).toHaveBeenCalledTimes(1);
  });
});
