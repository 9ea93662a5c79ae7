import { Injectable } from '@angular/core';
import { uniqueId } from '../../shared/unique-id';

const lockName = (tab: string): string => `tovlet tab ${tab}`;

/** This tab among the others of the browser: each holds a lock as long as it lives, so that others see when it is gone. */
@Injectable({ providedIn: 'root' })
export class Tab {
  readonly id = uniqueId();

  constructor() {
    // The lock is given back when the tab ends, however it ends.
    void this.locks?.request(lockName(this.id), () => new Promise(() => undefined));
  }

  /** Tells which of some tabs are gone. */
  async goneAmong(tabs: readonly string[]): Promise<ReadonlySet<string>> {
    if (!this.locks) return new Set(tabs.filter((tab) => tab !== this.id));
    const { held = [], pending = [] } = await this.locks.query();
    const alive = new Set([...held, ...pending].map(({ name }) => name));
    return new Set(tabs.filter((tab) => tab !== this.id && !alive.has(lockName(tab))));
  }

  /** Runs something that only one tab may do at a time. */
  async alone<Result>(work: () => Promise<Result>): Promise<Result> {
    if (!this.locks) return work();
    return this.locks.request('tovlet adopt', work);
  }

  private get locks(): LockManager | undefined {
    // Only pages of secure origins have locks.
    return 'locks' in navigator ? navigator.locks : undefined;
  }
}
