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
  /** What is kept at all: the first keystroke is kept at once, later ones when nothing more urgent is to be done. */
  private readonly kept = new Set<string>();
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
    if (this.pausing.has(key)) return;
    this.pausing.add(key);
    if (this.kept.has(key)) whenIdle(() => this.writeAndPause(key), KEPT_EVERY);
    else this.writeAndPause(key);
  }

  /** Forgets it, once it is saved or was given up. */
  async drop(about: string): Promise<void> {
    const key = this.keyOf(about);
    // The pause goes on: typing and taking back in turn is kept no more often than other typing.
    this.waiting.delete(key);
    this.kept.delete(key);
    this.last = this.last
      .then(() => this.storages.open())
      .then((storage) => storage.dropDraft(key))
      .catch(() => undefined);
    await this.last;
  }

  private keyOf = (about: string): string => draftKey(this.session.person()?.id ?? '', about);

  private writeAndPause(key: string): void {
    this.write(key);
    setTimeout(() => {
      if (this.waiting.has(key)) whenIdle(() => this.writeAndPause(key), KEPT_EVERY);
      else this.pausing.delete(key);
    }, KEPT_EVERY);
  }

  private write(key: string): void {
    const waiting = this.waiting.get(key);
    if (!waiting) return;
    this.waiting.delete(key);
    this.kept.add(key);
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
