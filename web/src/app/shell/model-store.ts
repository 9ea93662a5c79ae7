import { say } from '@tovlet/core/locale/say';
import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { newErrors } from '@tovlet/core/checks/index';
import type { CountsAnswer, ModelAnswer } from '@tovlet/core/contracts/studio';
import { numbered } from '@tovlet/core/locale/counts';
import {
  applyChange,
  completeChange,
  makeChange,
  ChangeRefused,
  describeChange,
  inverseOf,
  type ModelChange,
} from '@tovlet/core/model/changes/index';
import { compileModel } from '@tovlet/core/model/compile';
import { emptyModel, type ModelDocument } from '@tovlet/core/model/document';
import { debounceTime, filter, firstValueFrom, map, Subject } from 'rxjs';
import { Notices } from '../shared/notices';
import { Connection } from '../fetching/connection';
import type { Edit } from './edits/edit';
import { EditQueue, type EditOutcome } from './edits/edit-queue';
import { Events } from './events';
import { isAsLeft } from '@tovlet/core/model/is-as-left';
import { ModelApi } from './model-api';
import { History } from './undo/history';
import { Undo } from './undo/undo';

/** What was changed in one go, and what takes it back. */
interface ModelStep {
  readonly words: string;
  readonly changes: readonly ModelChange[];
  readonly inverse: readonly ModelChange[];
}

type ModelEdit = Edit<'model'>;

/** The model as the server has it. */
interface Base {
  readonly revision: number;
  readonly document: ModelDocument;
}

/** The field that a change is about; none for changes of other things. */
function fieldIn(change: ModelChange): readonly string[] {
  if (!('field' in change)) return [];
  return [typeof change.field === 'string' ? change.field : change.field.id];
}

/** Puts changes into a document; those that no longer fit are left out. */
function withEdits(document: ModelDocument, edits: readonly ModelEdit[]): ModelDocument {
  return edits.reduce((before, { body }) => {
    try {
      return body.changes.reduce(applyChange, before);
    } catch (error) {
      if (error instanceof ChangeRefused) return before;
      throw error;
    }
  }, document);
}

/**
 * The model as the workbench sees it: what the server has, with the edits that wait for it put in. Changes show at once,
 * wait in the durable queue, and are undone by inverse changes.
 */
@Injectable({ providedIn: 'root' })
export class ModelStore {
  private readonly api = inject(ModelApi);
  private readonly notices = inject(Notices);
  private readonly queue = inject(EditQueue);
  private readonly base = signal<Base>({ revision: 0, document: emptyModel });
  private readonly current = signal<ModelDocument>(emptyModel);
  private readonly failed = signal(false);
  private readonly counted = signal<CountsAnswer | null>(null);
  private readonly countRequests = new Subject<void>();
  private readonly outcomes = new Set<Promise<unknown>>();

  readonly document = this.current.asReadonly();
  readonly revision = computed(() => this.base().revision);
  /** Empty until the first answer; `countsKnown` tells. */
  readonly counts = computed<CountsAnswer>(() => this.counted() ?? { types: {}, groups: {} });
  readonly countsKnown = computed(() => this.counted() !== null);
  /** Says how many entries or terms there are; nothing until it is known. */
  readonly countOf = (id: string): string =>
    this.countsKnown() ? numbered(this.counts().types[id] ?? 0) : '';
  readonly loaded = computed(() => this.base().revision > 0);
  /** Whether it could not be read; it is read again as soon as the server answers. */
  readonly loadFailed = computed(() => this.failed() && !this.loaded());
  readonly compiled = computed(() => compileModel(this.current()));
  /** What was changed on this page, to be taken back and done again. */
  readonly history = new History<ModelStep>({
    undo: (step) => this.takeBack(step),
    redo: (step) => this.change(step.changes) !== null,
  });
  readonly canUndo = this.history.canUndo;
  private readonly back = new Subject<readonly string[]>();
  /** The fields that a step concerned which was taken back. */
  readonly takenBack = this.back.asObservable();

  constructor() {
    inject(Undo).useModel(this.history);
    this.queue.settled.pipe(takeUntilDestroyed()).subscribe(({ edit, outcome }) => {
      if (edit.kind === 'model') this.settle(edit, outcome as EditOutcome<'model'>);
    });
    const events = inject(Events).stream;
    events
      .pipe(
        filter(
          (event) =>
            event.kind === 'missed' || (event.kind === 'model' && event.revision > this.base().revision),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.loadAgain());
    inject(Connection)
      .back.pipe(takeUntilDestroyed())
      .subscribe(() => this.loadAgain());
    events
      .pipe(
        filter(({ kind }) => kind === 'entry' || kind === 'missed'),
        map(() => undefined),
        takeUntilDestroyed(),
      )
      .subscribe(this.countRequests);
    this.countRequests
      .pipe(debounceTime(400), takeUntilDestroyed())
      .subscribe(() => void this.recount().catch(() => undefined));
  }

  /** Reads the model. @throws what the request failed with */
  async load(): Promise<void> {
    try {
      this.take(await firstValueFrom(this.api.load()));
      this.failed.set(false);
    } catch (error) {
      this.failed.set(true);
      throw error;
    }
    this.countRequests.next();
  }

  /**
   * Applies changes here and now, and saves them.
   * @returns whether they could be applied; if not, the reason has been said
   */
  apply(changes: readonly ModelChange[]): boolean {
    const done = this.change(changes);
    if (done) this.history.add(done);
    return done !== null;
  }

  /** Takes the last change back. */
  undo(): void {
    this.history.undo();
  }

  /** Resolves once everything that was changed is saved or refused. */
  async settled(): Promise<void> {
    while (this.outcomes.size > 0) await Promise.all(this.outcomes);
  }

  /** Asks what types and groups reach now, for whoever is about to say it. @throws what the request failed with */
  async recount(): Promise<CountsAnswer> {
    await this.settled();
    const counts = await firstValueFrom(this.api.counts());
    this.counted.set(counts);
    return counts;
  }

  /** What waits here for the server. */
  private waiting(): readonly ModelEdit[] {
    return this.queue.waiting().filter((edit): edit is ModelEdit => edit.kind === 'model');
  }

  private take({ revision, document }: ModelAnswer): void {
    if (revision < this.base().revision) return;
    this.base.set({ revision, document });
    this.current.set(withEdits(document, this.waiting()));
  }

  private loadAgain(): void {
    // The next event, or the next answer, brings what this did not.
    void this.load().catch(() => undefined);
  }

  /** Changes the model here and gives the changes to the queue. @returns null when they were refused here */
  private change(changes: readonly ModelChange[]): ModelStep | null {
    const step = this.applyHere(changes);
    if (!step) return null;
    const body = { base: this.base().revision, own: [], changes: step.changes };
    const { outcome } = this.queue.add('model', 'model', step.words, body);
    this.outcomes.add(outcome);
    void outcome.then(() => this.outcomes.delete(outcome));
    return step;
  }

  private applyHere(given: readonly ModelChange[]): ModelStep | null {
    try {
      let document = this.current();
      const changes: ModelChange[] = [];
      const inverse: ModelChange[] = [];
      const words: string[] = [];
      for (const each of given) {
        const change = completeChange(document, each);
        changes.push(change);
        inverse.unshift(...inverseOf(document, change));
        words.push(describeChange(document, change));
        document = makeChange(document, change);
      }
      const [error] = newErrors(this.compiled(), compileModel(document));
      if (error) {
        this.notices.say(error.message);
        return null;
      }
      this.current.set(document);
      return { words: words[0] ?? '', changes, inverse };
    } catch (error) {
      if (!(error instanceof ChangeRefused)) throw error;
      this.notices.say(error.message);
      return null;
    }
  }

  /** Takes a step back, unless somebody else has changed the same since: theirs is not overwritten. */
  private takeBack(step: ModelStep): boolean {
    if (!isAsLeft(this.current(), step)) {
      this.notices.say(say`“${step.words}” is not undone: somebody has changed the same since.`);
      return false;
    }
    if (this.change(step.inverse) === null) return false;
    this.back.next(step.inverse.flatMap(fieldIn));
    return true;
  }

  private settle(edit: ModelEdit, outcome: EditOutcome<'model'>): void {
    if ('taken' in outcome) {
      const { own } = outcome.taken;
      // What was changed after this one knew of it.
      if (own !== undefined)
        for (const later of this.waiting())
          this.queue.update({ ...later, body: { ...later.body, own: [...later.body.own, own] } });
      this.take(outcome.taken);
      this.countRequests.next();
      return;
    }
    this.history.forget(({ changes }) => changes === edit.body.changes);
    this.current.set(withEdits(this.base().document, this.waiting()));
    this.notices.say(outcome.refused.detail ?? outcome.refused.title);
    this.loadAgain();
  }
}
