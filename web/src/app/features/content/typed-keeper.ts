import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { say } from '@tovlet/core/locale/say';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { withoutTypedSecrets } from '@tovlet/core/values/typed-secrets';
import { auditTime, debounceTime, merge } from 'rxjs';
import { Connection } from '../../fetching/connection';
import { FormStore } from '../../forms/form-store';
import { Drafts } from '../../shell/edits/drafts';
import { CopyKeeper } from './copy-keeper';
import { isEntryDraft, type EntryDraft } from './entry-draft';
import { EntryEdits } from './entry-edits';
import { EntryMeeting } from './entry-meeting';
import { sameState, type EntryState } from './entry-state';

/** After such a pause in typing the server gets it, and in between at the latest after the longer one, in milliseconds. */
const PAUSE = 1_500;
const LONGEST = 10_000;
/** Whoever leaves waits so long at most until the server has it, in milliseconds. */
const PATIENCE = 3_000;

/**
 * Keeps what is typed into an entry: from the first keystroke in the browser, and a moment later on the server, as the working
 * copy of the entry. What the server has is not kept in the browser.
 */
@Injectable()
export class TypedKeeper {
  private readonly form = inject(FormStore);
  private readonly edits = inject(EntryEdits);
  private readonly meeting = inject(EntryMeeting);
  private readonly keeper = inject(CopyKeeper);
  private readonly drafts = inject(Drafts);
  private wasUnkept = false;
  /** What was typed earlier and the server never got; null where there is nothing, or it was decided about. */
  readonly offered = signal<EntryDraft | null>(null);

  constructor() {
    effect(() => {
      this.edits.unkept();
      this.edits.typed();
      untracked(() => this.keepTyped());
    });
    const { typed, entry } = this.edits;
    const changes = toObservable(computed(() => [typed(), entry(), this.meeting.conflict(), this.offered()]));
    merge(changes.pipe(debounceTime(PAUSE)), changes.pipe(auditTime(LONGEST)), inject(Connection).back)
      .pipe(takeUntilDestroyed())
      .subscribe(() => void this.keep());
  }

  /** Offers what was typed earlier and never saved. */
  async offer(): Promise<void> {
    const about = this.edits.about();
    const draft = await this.drafts.find(about);
    if (about !== this.edits.about() || !draft || !isEntryDraft(draft) || this.edits.unkept()) return;
    if (this.edits.entry() && sameState(this.edits.typed(), this.edits.entered(draft.content))) {
      void this.drafts.drop(about);
      return;
    }
    this.offered.set(draft);
  }

  /** Puts what was typed earlier into the form. */
  useDraft(): void {
    const draft = this.offered();
    if (!draft) return;
    const { own, values, base, ownBase, slugIsOwn } = draft.content;
    this.edits.slugIsOwn.set(slugIsOwn);
    const now = this.edits.onServer();
    const before = this.edits.entered({ own: ownBase ?? now.own, values: base });
    this.edits.put(say`What was typed earlier`, { own, values });
    this.offered.set(null);
    // It was typed over something else: what was done since is kept as well.
    this.meeting.meetSince(before);
  }

  /** Gives up what was typed earlier. */
  dropDraft(): void {
    this.offered.set(null);
    void this.drafts.drop(this.edits.about());
  }

  /** Keeps what is typed at once, for whoever leaves. */
  async flush(): Promise<void> {
    await Promise.race([this.keep(), new Promise((resolve) => setTimeout(resolve, PATIENCE))]);
  }

  /** Forgets what was typed into a new entry, once it is saved. @param about its name then */
  forget(about: string): void {
    void this.drafts.drop(about);
  }

  /** What is typed, without secrets: they leave the form when they are saved. */
  private toKeep(type: CompiledType): EntryState {
    const { own, values } = this.edits.typed();
    return { own, values: withoutTypedSecrets(type.fields, values, this.edits.onServer().values) };
  }

  /** Keeps what is typed in the browser, as long as the server does not have it. */
  private keepTyped(): void {
    const subject = this.form.subject();
    if (!subject || this.offered() || this.form.disabled()) return;
    if (!this.edits.unkept()) {
      if (this.wasUnkept) void this.drafts.drop(this.edits.about());
      this.wasUnkept = false;
      return;
    }
    this.wasUnkept = true;
    const now = this.edits.onServer();
    this.drafts.keep(this.edits.about(), this.edits.entry()?.version ?? 0, {
      ...this.toKeep(subject.type),
      base: now.values,
      ownBase: now.own,
      slugIsOwn: this.edits.slugIsOwn(),
    });
  }

  /** Keeps what is typed on the server, unless something has to be decided first. */
  private async keep(): Promise<void> {
    const outcome = await this.keeper.inTurn(async () => {
      const [saved, subject] = [this.edits.entry(), this.form.subject()];
      const waits = this.edits.saving() || this.meeting.conflict() !== null;
      if (!saved || !subject || waits || this.form.disabled()) return 'kept';
      const server = { saved: this.edits.savedState(), onServer: this.edits.onServer() };
      return this.keeper.keep(saved.id, this.edits.over(), this.toKeep(subject.type), server);
    });
    // Where the server is away again, the next attempt is told the same.
    if (outcome === 'another') await this.meeting.follow().catch(() => undefined);
  }
}
