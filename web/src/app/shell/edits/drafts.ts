import { inject, Injectable } from '@angular/core';
import { whenIdle } from '../../shared/when-idle';
import { SessionStore } from '../session-store';
import { draftKey, type Draft, type DraftContent } from './draft';
import { EditStorages } from './edit-storage';

/** While somebody types it is kept so often, in milliseconds. */
const KEPT_EVERY = 200;

interface Waiting {
  readonly version: number;
  readonly content: DraftContent;
}

/** Keeps what is typed, from the first keystroke, until it is saved: a crash of the tab loses nothing. */
@Injectable({ providedIn: 'root' })
export class Drafts {
  private readonly storages = inject(EditStorages);
  private readonly session = inject(SessionStore);
  private readonly waiting = new Map<string, Waiting>();
  /** What was kept a moment ago, or will be in a moment. */
  private readonly pausing = new Set<string>();
  private last: Promise<unknown> = Promise.resolve();

  constructor() {
    // Whoever leaves in the middle of a word finds the word again.
    document.addEventListener('visibilitychange', () => this.flush());
    window.addEventListener('pagehide', () => this.flush());
  }

  /** Finds what was typed about something; undefined when everything was saved. */
  async find(about: string): Promise<Draft | undefined> {
    const key = this.keyOf(about);
    this.write(key);
    await this.last;
    const storage = await this.storages.open();
    return storage.draft(key);
  }

  /**
   * Keeps what stands in a form now.
   * @param content what is kept; it is not changed any more, as it is written a moment later
   */
  keep(about: string, version: number, content: DraftContent): void {
    const key = this.keyOf(about);
    this.waiting.set(key, { version, content });
    if (!this.pausing.has(key)) this.writeSoon(key);
  }

  /** Forgets it, once it is saved or was given up. */
  async drop(about: string): Promise<void> {
    const key = this.keyOf(about);
    // The pause goes on: typing and taking back in turn is kept no more often than other typing.
    this.waiting.delete(key);
    const storage = await this.storages.open();
    this.last = this.last.then(() => storage.dropDraft(key)).catch(() => undefined);
    await this.last;
  }

  private keyOf = (about: string): string => draftKey(this.session.person()?.id ?? '', about);

  /** A keystroke does not wait for it; whoever leaves at once does. */
  private writeSoon(key: string): void {
    this.pausing.add(key);
    whenIdle(() => {
      this.write(key);
      setTimeout(() => {
        this.pausing.delete(key);
        if (this.waiting.has(key)) this.writeSoon(key);
      }, KEPT_EVERY);
    }, KEPT_EVERY);
  }

  private write(key: string): void {
    const waiting = this.waiting.get(key);
    if (!waiting) return;
    this.waiting.delete(key);
    const draft = { key, version: waiting.version, at: Date.now(), content: waiting.content };
    this.last = this.last
      .then(() => this.storages.open())
      .then((storage) => storage.keepDraft(draft))
      // Where storage is full the form still has it, and the page asks before it is left.
      .catch(() => undefined);
  }

  private flush(): void {
    for (const key of [...this.waiting.keys()]) this.write(key);
  }
}
