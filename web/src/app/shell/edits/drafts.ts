import { inject, Injectable } from '@angular/core';
import { SessionStore } from '../session-store';
import { draftKey, type Draft, type DraftContent } from './draft';
import { EditStorages } from './edit-storage';

/** After the first keystroke further ones are kept so often, in milliseconds. */
const KEPT_EVERY = 200;

interface Waiting {
  readonly version: number;
  content(): DraftContent;
}

/** Keeps what is typed, from the first keystroke, until it is saved: a crash of the tab loses nothing. */
@Injectable({ providedIn: 'root' })
export class Drafts {
  private readonly storages = inject(EditStorages);
  private readonly session = inject(SessionStore);
  private readonly waiting = new Map<string, Waiting>();
  private readonly timers = new Map<string, ReturnType<typeof setTimeout>>();
  private last: Promise<unknown> = Promise.resolve();

  constructor() {
    // Whoever leaves in the middle of a word finds the word again.
    document.addEventListener('visibilitychange', () => this.flush());
    window.addEventListener('pagehide', () => this.flush());
  }

  /** Finds what was typed about something; undefined when everything was saved. */
  async find(about: string): Promise<Draft | undefined> {
    await this.last;
    const storage = await this.storages.open();
    return storage.draft(this.keyOf(about));
  }

  /**
   * Keeps what stands in a form now.
   * @param content makes what is kept; it is called when it is written
   */
  keep(about: string, version: number, content: () => DraftContent): void {
    const key = this.keyOf(about);
    const isFirst = !this.timers.has(key);
    this.waiting.set(key, { version, content });
    if (isFirst) this.write(key);
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

  private write(key: string): void {
    const { version, content } = this.waiting.get(key) ?? {};
    this.waiting.delete(key);
    if (content) {
      const draft = { key, version: version ?? 0, at: Date.now(), content: content() };
      this.last = this.last
        .then(() => this.storages.open())
        .then((storage) => storage.keepDraft(draft))
        // Where storage is full the form still has it, and the page asks before it is left.
        .catch(() => undefined);
    }
    this.timers.set(
      key,
      setTimeout(() => {
        this.timers.delete(key);
        if (this.waiting.has(key)) this.write(key);
      }, KEPT_EVERY),
    );
  }

  private flush(): void {
    for (const key of [...this.waiting.keys()]) this.write(key);
  }
}
