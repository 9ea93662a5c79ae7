import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Problem } from '@tovlet/core/contracts/studio';
import { interval, Subject } from 'rxjs';
import { problemFrom } from '../../shared/problem';
import { uniqueId } from '../../shared/unique-id';
import { Connection, isAway } from '../../fetching/connection';
import { SaveState } from '../save-state';
import { SessionStore } from '../session-store';
import type { Edit, EditBodies, EditKind } from './edit';
import { EditSender, type EditAnswers } from './edit-sender';
import { EditStorages, type EditStorage } from './edit-storage';
import { Tab } from './tab';

/** So often it is looked whether another tab ended with edits of its own, in milliseconds. */
const LOOKED_EVERY = 15_000;
/** Pauses before an edit is sent again, in milliseconds. */
const PAUSES: readonly number[] = [1_000, 2_000, 4_000, 8_000, 15_000];
/** An error of the server itself is tried so often; then the edit goes aside, so that others go on. */
const TRIES = 5;

/** What became of an edit. */
export type EditOutcome<Kind extends EditKind = EditKind> =
  { readonly taken: EditAnswers[Kind] } | { readonly refused: Problem };

/** An edit with what became of it. */
export interface Settled {
  readonly edit: Edit;
  readonly outcome: EditOutcome;
}

interface Waiter {
  resolve(outcome: EditOutcome): void;
}

/**
 * Edits on their way to the server. They are kept in the browser until the server has acknowledged them, sent one after the
 * other in the order in which they were made, and sent again after whatever came between: a lost connection, a restart of
 * the server, a reload, the end of the tab. What the server refuses goes aside, and the others go on.
 */
@Injectable({ providedIn: 'root' })
export class EditQueue {
  private readonly storages = inject(EditStorages);
  private readonly sender = inject(EditSender);
  private readonly session = inject(SessionStore);
  private readonly connection = inject(Connection);
  private readonly saveState = inject(SaveState);
  private readonly tab = inject(Tab);
  private readonly all = signal<readonly Edit[]>([]);
  private readonly isDurable = signal(true);
  private readonly done = new Subject<Settled>();
  private readonly waiters = new Map<string, Waiter>();
  private readonly keeping = new Map<string, Promise<void>>();
  private running = false;
  private again: ReturnType<typeof setTimeout> | undefined;
  private lastAt = 0;

  /** The edits of whoever is signed in that wait for the server, in their order. */
  readonly waiting = computed(() => this.mine().filter(({ refused }) => refused === null));
  /** The edits that the server refused, until they are put away. */
  readonly refused = computed(() => this.mine().filter(({ refused }) => refused !== null));
  /** Whether what waits would be lost with the tab. */
  readonly atRisk = computed(() => !this.isDurable() && this.waiting().length > 0);
  /** What became of each edit, those of earlier tabs as well. */
  readonly settled = this.done.asObservable();

  private readonly mine = computed(() => {
    const person = this.session.person()?.id ?? '';
    return this.all().filter((edit) => edit.person === person);
  });

  constructor() {
    this.connection.back.pipe(takeUntilDestroyed()).subscribe(() => this.send());
    interval(LOOKED_EVERY)
      .pipe(takeUntilDestroyed())
      .subscribe(() => void this.adopt());
    // Whoever signs in finds the edits of earlier tabs on their way.
    effect(() => {
      if (!this.session.person()) return;
      untracked(() => {
        this.send();
        void this.adopt();
      });
    });
  }

  /**
   * Takes an edit: kept first, sent as soon as it can be.
   * @returns what became of it, perhaps much later
   */
  add<Kind extends EditKind>(
    kind: Kind,
    about: string,
    words: string,
    body: EditBodies[Kind],
  ): { readonly id: string; readonly outcome: Promise<EditOutcome<Kind>> } {
    const id = uniqueId();
    this.lastAt = Math.max(Date.now(), this.lastAt + 0.001);
    const person = this.session.person()?.id ?? '';
    const edit = { id, kind, about, words, body, person, tab: this.tab.id, at: this.lastAt, refused: null };
    // The parts come from one call, so that kind and body belong together.
    this.take(edit as Edit);
    const outcome = new Promise<EditOutcome<Kind>>((resolve) =>
      this.waiters.set(id, { resolve: (found) => resolve(found as EditOutcome<Kind>) }),
    );
    return { id, outcome };
  }

  /** Changes what an edit that waits will send. */
  update(edit: Edit): void {
    this.all.update((edits) => edits.map((each) => (each.id === edit.id ? edit : each)));
    void this.keep(edit);
  }

  /** Puts a refused edit away. */
  putAway(id: string): void {
    void this.remove(id);
  }

  /** Sends what waits now, for whoever does not want to wait. */
  tryNow(): void {
    this.connection.tryNow();
    this.send(0, true);
  }

  private take(edit: Edit): void {
    this.all.update((edits) => [...edits, edit]);
    void this.keep(edit);
    this.send();
  }

  private keep(edit: Edit): Promise<void> {
    const before = this.keeping.get(edit.id) ?? Promise.resolve();
    const kept = before
      .then(() => this.storages.open())
      .then(async (storage) => {
        await storage.keep(edit);
        this.isDurable.set(storage.durable);
      })
      // Storage is full, or was taken away: it is in memory, and the page asks before it is left.
      .catch(() => this.isDurable.set(false));
    this.keeping.set(edit.id, kept);
    return kept;
  }

  private async remove(id: string): Promise<void> {
    this.all.update((edits) => edits.filter((each) => each.id !== id));
    const kept = this.keeping.get(id);
    await kept;
    const storage = await this.storages.open();
    await storage.drop(id).catch(() => undefined);
    if (this.keeping.get(id) === kept) this.keeping.delete(id);
  }

  /** Sends what waits, unless that is being done. */
  private send(tries = 0, whateverIsKnown = false): void {
    clearTimeout(this.again);
    // As soon as the server answers again it is sent: see the constructor.
    if (this.running || (this.connection.isLost() && !whateverIsKnown)) return;
    this.running = true;
    void this.sendAll(tries).finally(() => (this.running = false));
  }

  /** @param before how often the first of them was tried already */
  private async sendAll(before: number): Promise<void> {
    let tries = before;
    for (let edit = this.waiting()[0]; edit; edit = this.waiting()[0]) {
      this.saveState.begin();
      try {
        const answer = await this.sender.send(edit);
        this.settle(edit, { taken: answer });
        tries = 0;
        this.saveState.done();
      } catch (error) {
        this.saveState.fail();
        if (this.mustWait(error, tries)) return this.sendLater(tries + 1);
        this.refuse(edit, problemFrom(error));
        tries = 0;
      }
    }
  }

  private sendLater(tries: number): void {
    this.again = setTimeout(() => this.send(tries), PAUSES[Math.min(tries, PAUSES.length) - 1]);
  }

  /** Whether an edit has to be sent again: its request did not get through, or was not its own fault. */
  private mustWait(error: unknown, tries: number): boolean {
    const { status } = problemFrom(error);
    if (isAway(error) || status === 401 || status === 429) return true;
    return status >= 500 && tries < TRIES;
  }

  private settle(edit: Edit, outcome: EditOutcome): void {
    void this.remove(edit.id);
    this.tell(edit, outcome);
  }

  private refuse(edit: Edit, problem: Problem): void {
    // A conflict shows where it happened, and what was typed is still there; other refusals stay in the list.
    const told = this.waiters.has(edit.id) && edit.kind !== 'model';
    if (told) void this.remove(edit.id);
    else this.update({ ...edit, refused: problem.detail ?? problem.title });
    this.tell(edit, { refused: problem });
  }

  private tell(edit: Edit, outcome: EditOutcome): void {
    this.waiters.get(edit.id)?.resolve(outcome);
    this.waiters.delete(edit.id);
    this.done.next({ edit, outcome });
  }

  /** Takes over the edits of tabs that have ended. */
  private async adopt(): Promise<void> {
    const storage = await this.storages.open();
    const orphans = await this.tab.alone(() => this.takeOver(storage));
    if (orphans.length === 0) return;
    this.all.update((edits) => {
      const known = new Set(edits.map(({ id }) => id));
      const added = orphans.filter(({ id }) => !known.has(id));
      return [...added, ...edits].sort((a, b) => a.at - b.at);
    });
    this.send();
  }

  private async takeOver(storage: EditStorage): Promise<readonly Edit[]> {
    const kept = await storage.edits();
    const gone = await this.tab.goneAmong([...new Set(kept.map(({ tab }) => tab))]);
    const orphans = kept
      .filter(({ tab }) => gone.has(tab))
      .map((edit): Edit => ({ ...edit, tab: this.tab.id }));
    for (const edit of orphans) await storage.keep(edit);
    return orphans;
  }
}
