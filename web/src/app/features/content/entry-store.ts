import { inject, Injectable, signal } from '@angular/core';
import type { EntryAnswer, EntryStatus, Problem } from '@tovlet/core/contracts/studio';
import { say } from '@tovlet/core/locale/say';
import { shorten } from '@tovlet/core/messages/shorten';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { firstValueFrom } from 'rxjs';
import { FormStore } from '../../forms/form-store';
import { EditQueue, type EditOutcome } from '../../shell/edits/edit-queue';
import { EntriesApi } from '../../shell/entries-api';
import { CopyKeeper } from './copy-keeper';
import { EntryEdits } from './entry-edits';
import { EntryMeeting } from './entry-meeting';
import type { EntryState } from './entry-state';
import { TypedKeeper } from './typed-keeper';

export type SaveOutcome = 'saved' | 'invalid' | 'conflict' | 'failed';

/** One entry: opening, beginning and saving it. */
@Injectable()
export class EntryStore {
  private readonly api = inject(EntriesApi);
  private readonly form = inject(FormStore);
  private readonly edits = inject(EntryEdits);
  private readonly meeting = inject(EntryMeeting);
  private readonly typed = inject(TypedKeeper);
  private readonly keeper = inject(CopyKeeper);
  private readonly queue = inject(EditQueue);
  /** What the server said about title and slug. */
  readonly refusals = signal<readonly { readonly path: string; readonly message: string }[]>([]);

  /** Opens a saved entry. @throws what the request failed with */
  async open(id: string): Promise<void> {
    const opened = await firstValueFrom(this.api.get(id));
    this.start();
    this.edits.take(opened);
    await this.meeting.catchUp();
    void this.typed.offer();
  }

  /** Begins a new entry of a type. */
  begin(type: CompiledType): void {
    this.start();
    this.edits.begin(type);
    void this.typed.offer();
  }

  private start(): void {
    this.refusals.set([]);
    this.typed.offered.set(null);
    this.meeting.conflict.set(null);
  }

  /**
   * Saves. A draft is saved whatever it holds; what keeps an entry from being published is not sent. While the server is
   * away the save waits in the queue, and typing goes on.
   * @param status what it is to be afterwards; a save that is refused leaves it as it was
   */
  async save(status: EntryStatus = this.edits.own().status): Promise<SaveOutcome> {
    const subject = this.form.subject();
    if (!subject || this.edits.saving()) return 'failed';
    if (this.meeting.conflict()) return 'conflict';
    this.refusals.set([]);
    this.edits.measureBy(status);
    if (status === 'published') {
      this.form.attempted.set(true);
      if (this.form.follows()) await this.form.settle();
      if (this.form.issues().length > 0) return 'invalid';
    }
    const sent: EntryState = { own: { ...this.edits.own(), status }, values: this.form.values() };
    this.edits.saving.set(true);
    try {
      // A copy that is on its way is saved with its entry: its mark is waited for.
      if (this.keeper.isBusy) await this.keeper.inTurn(() => Promise.resolve());
      const outcome = await this.give(subject.type.contentType.id, sent);
      if ('refused' in outcome) return this.refused(outcome.refused);
      this.saveTaken(outcome.taken, sent);
      return 'saved';
    } finally {
      this.edits.saving.set(false);
    }
  }

  /** Gives what stands in the form to the queue of edits. */
  private give(
    type: string,
    { own, values }: EntryState,
  ): Promise<EditOutcome<'entry_create' | 'entry_save'>> {
    const { title, slug, ...rest } = own;
    const saved = this.edits.entry();
    const words = say`Saved “${shorten(title)}”`;
    if (saved) {
      const copy = this.edits.copy()?.mark ?? null;
      // What was saved since what is typed was made is told of, and put in, before it is saved over.
      const entry = { version: this.edits.over(), title, slug, ...rest, values: { ...values }, copy };
      return this.queue.add('entry_save', this.edits.about(), words, { id: saved.id, entry }).outcome;
    }
    const entry = {
      type,
      title,
      ...rest,
      values: { ...values },
      ...(this.edits.slugIsOwn() ? { slug } : {}),
    };
    return this.queue.add('entry_create', this.edits.about(), words, { entry }).outcome;
  }

  private saveTaken(answer: EntryAnswer, sent: EntryState): void {
    // What was typed while the answer was on its way stays, and stays unsaved.
    const typedOn = this.form.values() !== sent.values;
    const about = this.edits.about();
    this.edits.savedAs(answer, sent, typedOn);
    if (!typedOn) this.form.attempted.set(false);
    if (!typedOn || about !== this.edits.about()) this.typed.forget(about);
  }

  private refused(problem: Problem): SaveOutcome {
    if (problem.status === 409 && this.meeting.collides(problem)) return 'conflict';
    const errors = problem.errors ?? [];
    this.refusals.set(errors.length > 0 ? errors : [{ path: '', message: problem.detail ?? problem.title }]);
    return problem.status === 422 ? 'invalid' : 'failed';
  }
}
