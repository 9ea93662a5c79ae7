import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { newErrors } from '@tovlet/core/checks/index';
import type { CountsAnswer } from '@tovlet/core/contracts/studio';
import { numbered } from '@tovlet/core/messages/counts';
import { applyChange, ChangeRefused, inverseOf, type ModelChange } from '@tovlet/core/model/changes/index';
import { compileModel } from '@tovlet/core/model/compile';
import { emptyModel, type ModelDocument } from '@tovlet/core/model/document';
import { debounceTime, filter, firstValueFrom, Subject } from 'rxjs';
import { Notices } from '../shared/notices';
import { problemFrom } from '../shared/problem';
import { Events } from './events';
import { ModelApi } from './model-api';
import { SaveState } from './save-state';

/**
 * The model as the workbench sees it: changed here at once, saved in the background, undone by inverse changes.
 *
 * Changes leave one after the other, each on the revision the one before came back with, so that fast typing cannot
 * collide with itself. A refusal takes everything not yet saved back and says why.
 */
@Injectable({ providedIn: 'root' })
export class ModelStore {
  private readonly api = inject(ModelApi);
  private readonly notices = inject(Notices);
  private readonly saveState = inject(SaveState);
  private readonly current = signal<ModelDocument>(emptyModel);
  private readonly savedRevision = signal(0);
  private readonly counted = signal<CountsAnswer | null>(null);
  private readonly countRequests = new Subject<void>();
  private readonly undoSteps = signal<readonly (readonly ModelChange[])[]>([]);
  private queue: Promise<unknown> = Promise.resolve();
  private waiting = 0;

  readonly document = this.current.asReadonly();
  readonly revision = this.savedRevision.asReadonly();
  /** Empty until the first answer; `countsKnown` tells. */
  readonly counts = computed<CountsAnswer>(() => this.counted() ?? { types: {}, groups: {} });
  readonly countsKnown = computed(() => this.counted() !== null);
  /** Says how many entries or terms there are; nothing until it is known. */
  readonly countOf = (id: string): string =>
    this.countsKnown() ? numbered(this.counts().types[id] ?? 0) : '';
  readonly loaded = computed(() => this.savedRevision() > 0);
  readonly compiled = computed(() => compileModel(this.current()));
  readonly canUndo = computed(() => this.undoSteps().length > 0);

  constructor() {
    inject(Events)
      .stream.pipe(
        filter(
          (event) => event.kind === 'model' && event.revision > this.savedRevision() && this.waiting === 0,
        ),
        takeUntilDestroyed(),
      )
      .subscribe(() => void this.load());
    inject(Events)
      .stream.pipe(
        filter(({ kind }) => kind === 'entry'),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.countRequests.next());
    this.countRequests.pipe(debounceTime(400), takeUntilDestroyed()).subscribe(() => void this.recount());
  }

  async load(): Promise<void> {
    const { revision, document } = await firstValueFrom(this.api.load());
    if (this.waiting === 0) {
      this.current.set(document);
      this.savedRevision.set(revision);
    }
    this.countRequests.next();
  }

  /**
   * Applies changes here and now, and saves them.
   * @returns whether they could be applied; if not, the reason has been said
   */
  apply(changes: readonly ModelChange[]): boolean {
    const inverse = this.applyHere(changes);
    if (!inverse) return false;
    this.undoSteps.update((steps) => [...steps.slice(-99), inverse]);
    this.save(changes);
    return true;
  }

  /** Takes the last change back. */
  undo(): void {
    const step = this.undoSteps().at(-1);
    if (!step) return;
    this.undoSteps.update((steps) => steps.slice(0, -1));
    if (this.applyHere(step)) this.save(step);
  }

  /** Resolves once everything that was changed is saved or refused. */
  async settled(): Promise<void> {
    await this.queue;
  }

  /** @returns the changes that take these back, or null when they were refused */
  private applyHere(changes: readonly ModelChange[]): readonly ModelChange[] | null {
    try {
      let document = this.current();
      const inverse: ModelChange[] = [];
      for (const change of changes) {
        inverse.unshift(...inverseOf(document, change));
        document = applyChange(document, change);
      }
      const [error] = newErrors(this.compiled(), compileModel(document));
      if (error) {
        this.notices.say(error.message);
        return null;
      }
      this.current.set(document);
      return inverse;
    } catch (error) {
      if (!(error instanceof ChangeRefused)) throw error;
      this.notices.say(error.message);
      return null;
    }
  }

  private save(changes: readonly ModelChange[]): void {
    this.waiting += 1;
    this.saveState.begin();
    this.queue = this.queue.then(() => this.send(changes));
  }

  private async send(changes: readonly ModelChange[]): Promise<void> {
    try {
      const answer = await firstValueFrom(this.api.change({ baseRevision: this.savedRevision(), changes }));
      this.waiting -= 1;
      this.savedRevision.set(answer.revision);
      // Others' changes come back with one's own; while more of one's own are on their way, the next answer brings them.
      if (this.waiting === 0) this.current.set(answer.document);
      this.saveState.done();
      this.countRequests.next();
    } catch (error) {
      this.waiting -= 1;
      this.saveState.fail();
      this.undoSteps.set([]);
      this.notices.fail(error);
      if (problemFrom(error).status !== 0) await this.load();
    }
  }

  /** Asks what types and groups reach now, for whoever is about to say it. @throws what the request failed with */
  async recount(): Promise<CountsAnswer> {
    await this.settled();
    const counts = await firstValueFrom(this.api.counts());
    this.counted.set(counts);
    return counts;
  }
}
