import { say } from '@tovlet/core/locale/say';
import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { EntryAnswer, EntryStatus, Problem } from '@tovlet/core/contracts/studio';
import { factsFrom, type EntryFacts } from '@tovlet/core/evaluation/scope';
import type { Values } from '@tovlet/core/fields/repeater/row';
import { sameJson } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { shorten } from '@tovlet/core/messages/shorten';
import { slugFromTitle } from '@tovlet/core/model/keys';
import { templateOf } from '@tovlet/core/model/page-templates';
import { defaultValues } from '@tovlet/core/values/defaults';
import { mergeValues, type ValueConflict } from '@tovlet/core/values/merge';
import { withoutTypedSecrets } from '@tovlet/core/values/typed-secrets';
import { firstValueFrom } from 'rxjs';
import { Drafts } from '../../shell/edits/drafts';
import { EditQueue, type EditOutcome } from '../../shell/edits/edit-queue';
import { ModelStore } from '../../shell/model-store';
import { PeopleStore } from '../../shell/people-store';
import { SessionStore } from '../../shell/session-store';
import { isEntryDraft, type EntryDraft } from './entry-draft';
import { EMPTY, isEntry, ownOf, type Own, type Sent } from './entry-own';
import { EntriesApi } from '../../shell/entries-api';
import { FormStore, withoutComputed } from '../../forms/form-store';

/** Somebody else's version, and where it collides with one's own. */
export interface EntryConflict {
  readonly theirs: EntryAnswer;
  readonly conflicts: readonly ValueConflict[];
}

export type SaveOutcome = 'saved' | 'invalid' | 'conflict' | 'failed';

/** One entry while it is edited: its own properties, whether it differs from what is saved, saving and conflicts. */
@Injectable()
export class EntryStore {
  private readonly api = inject(EntriesApi);
  private readonly model = inject(ModelStore);
  private readonly form = inject(FormStore);
  private readonly session = inject(SessionStore);
  private readonly people = inject(PeopleStore);
  private readonly saved = signal<EntryAnswer | null>(null);
  private readonly base = signal<Values>({});
  private readonly edited = signal<Own>(EMPTY);
  private readonly slugIsOwn = signal(false);
  private readonly running = signal(false);
  private readonly queue = inject(EditQueue);
  private readonly drafts = inject(Drafts);
  private wasDirty = false;
  /** The status that the form is measured by while it is tried to have it. */
  private readonly measured = signal<EntryStatus | null>(null);
  /** What was typed earlier and never saved; null where there is nothing, or it was decided about. */
  readonly offered = signal<EntryDraft | null>(null);

  readonly entry = this.saved.asReadonly();
  readonly own = this.edited.asReadonly();
  readonly saving = this.running.asReadonly();
  /** What the server said about title and slug. */
  readonly refusals = signal<readonly { readonly path: string; readonly message: string }[]>([]);
  readonly conflict = signal<EntryConflict | null>(null);

  /** What is saved, without what is computed. */
  private readonly enteredBase = computed<Values>(() => {
    const subject = this.form.subject();
    return subject ? withoutComputed(subject.type, this.base()) : this.base();
  });
  readonly dirty = computed(() => {
    const saved = this.saved();
    const own = this.edited();
    const same = saved ? sameJson({ ...ownOf(saved) }, { ...own }) : own.title === '';
    return !same || !sameJson(this.form.entered(), this.enteredBase());
  });

  constructor() {
    // Whatever changes in the form is kept, from the first keystroke.
    effect(() => {
      this.edited();
      this.form.entered();
      this.base();
      untracked(() => this.keepTyped());
    });
  }

  /** Opens a saved entry. @throws what the request failed with */
  async open(id: string): Promise<void> {
    this.take(await firstValueFrom(this.api.get(id)));
    void this.offer();
  }

  /** Begins a new entry of a type. */
  begin(type: CompiledType): void {
    const values = defaultValues(type.fields);
    this.saved.set(null);
    this.base.set(values);
    this.edited.set(EMPTY);
    this.slugIsOwn.set(false);
    this.refusals.set([]);
    this.measured.set(null);
    this.offered.set(null);
    this.form.open(
      {
        model: this.model.compiled(),
        type,
        facts: this.factsOf(type, 'draft'),
      },
      values,
      'draft',
    );
    void this.offer();
  }

  /** Sets the title; a slug that nobody chose follows it. */
  setTitle(title: string): void {
    const follows = !this.slugIsOwn() && this.saved() === null;
    this.change(say`Title`, 'title', (own) => ({
      ...own,
      title,
      slug: follows ? slugFromTitle(title) : own.slug,
    }));
  }

  /** Sets the slug, which then follows the title no more. */
  setSlug(slug: string): void {
    this.slugIsOwn.set(true);
    this.change(say`Slug`, 'slug', (own) => ({ ...own, slug }));
  }

  /** Sets the entry above this one; null for none. */
  setParent(parent: string | null): void {
    this.change(say`The entry above`, null, (own) => ({ ...own, parent }));
  }

  /** Sets the template of the page; null for the standard one. */
  setTemplate(template: string | null): void {
    this.change(say`Template`, null, (own) => ({ ...own, template }));
  }

  /** Changes the entry's own properties, as a step that can be taken back. */
  private change(words: string, key: string | null, change: (own: Own) => Own): void {
    const before = this.edited();
    const after = change(before);
    if (sameJson({ ...before }, { ...after })) return;
    const put = (own: Own) => (): void => {
      this.edited.set(own);
      this.followModel();
    };
    put(after)();
    this.form.note(words, key === null ? null : `own ${key}`, put(before), put(after));
  }

  /** Shows the form for the model and status as they are now, with the values as they stand. */
  followModel(): void {
    const subject = this.form.subject();
    const type = subject && this.model.compiled().typeById.get(subject.type.contentType.id);
    if (!type) return;
    const status = this.measured() ?? this.edited().status;
    const facts = this.factsOf(type, status);
    this.form.open({ model: this.model.compiled(), type, facts }, null, status);
  }

  /** Shows what keeps the entry from having a status, whatever status it has. */
  private measureBy(status: EntryStatus | null): void {
    this.measured.set(status);
    this.followModel();
  }

  /**
   * Saves. A draft is saved whatever it holds; what keeps an entry from being published is not sent. While the server is
   * away the save waits in the queue, and typing goes on.
   * @param status what it is to be afterwards; a save that is refused leaves it as it was
   */
  async save(status: EntryStatus = this.edited().status): Promise<SaveOutcome> {
    const subject = this.form.subject();
    if (!subject || this.running()) return 'failed';
    this.refusals.set([]);
    this.measureBy(status);
    if (status === 'published') {
      this.form.attempted.set(true);
      if (this.form.follows()) await this.form.settle();
      if (this.form.issues().length > 0) return 'invalid';
    }
    const sent: Sent = { own: { ...this.edited(), status }, values: this.form.values() };
    this.running.set(true);
    try {
      const outcome = await this.give(subject.type.contentType.id, sent);
      if ('refused' in outcome) return this.refused(outcome.refused);
      this.saveTaken(outcome.taken, sent);
      return 'saved';
    } finally {
      this.running.set(false);
    }
  }

  /** Gives what stands in the form to the queue of edits. */
  private give(type: string, { own, values }: Sent): Promise<EditOutcome<'entry_create' | 'entry_save'>> {
    const { title, slug, ...rest } = own;
    const saved = this.saved();
    const words = say`Saved “${shorten(title)}”`;
    if (saved) {
      const entry = { version: saved.version, title, slug, ...rest, values: { ...values } };
      return this.queue.add('entry_save', this.about(), words, { id: saved.id, entry }).outcome;
    }
    const entry = {
      type,
      title,
      ...rest,
      values: { ...values },
      ...(this.slugIsOwn() ? { slug } : {}),
    };
    return this.queue.add('entry_create', this.about(), words, { entry }).outcome;
  }

  private saveTaken(answer: EntryAnswer, { own: { title, slug }, values }: Sent): void {
    // What was typed while the answer was on its way stays, and stays unsaved.
    const typedMeanwhile = this.form.values() !== values;
    const draftOfNew = this.saved() === null ? this.about() : null;
    this.saved.set(answer);
    // The server may have put values into their usual form: films found, secrets hidden, rich text cleaned.
    this.base.set(answer.values);
    if (!typedMeanwhile) this.form.replace(answer.values);
    this.measured.set(null);
    this.edited.update((now) => ({
      ...now,
      status: answer.status,
      slug: now.slug === slug ? answer.slug : now.slug,
      title: now.title === title ? answer.title : now.title,
    }));
    if (!typedMeanwhile) this.form.attempted.set(false);
    this.followModel();
    if (draftOfNew !== null) void this.drafts.drop(draftOfNew);
    if (!typedMeanwhile) void this.drafts.drop(this.about());
  }

  /** Puts a whole other state into the form, as one step that can be taken back. @param words what it is called */
  put(words: string, sent: Sent): void {
    const before = { own: this.edited(), values: this.form.values() };
    const put = (to: Sent) => (): void => {
      this.edited.set(to.own);
      this.form.replace(to.values);
      this.followModel();
    };
    put(sent)();
    this.form.note(words, null, put(before), put(sent));
  }

  /** Puts what was typed earlier into the form. */
  useDraft(): void {
    const draft = this.offered();
    if (!draft) return;
    const { own, values, base, slugIsOwn } = draft.content;
    const saved = this.saved();
    this.put(say`What was typed earlier`, { own, values });
    this.slugIsOwn.set(slugIsOwn);
    // It was typed over an earlier version: saving tells of the later one, and merges.
    if (saved && draft.version < saved.version) {
      this.saved.set({ ...saved, version: draft.version });
      this.base.set(base);
    }
    this.offered.set(null);
  }

  /** Gives up what was typed earlier. */
  dropDraft(): void {
    this.offered.set(null);
    void this.drafts.drop(this.about());
  }

  /** Leaves the form to whatever comes next; what is not saved is kept. */
  private about(): string {
    const saved = this.saved();
    return saved ? `entry ${saved.id}` : `new ${this.form.subject()?.type.contentType.id ?? ''}`;
  }

  /** Keeps what is typed, as long as it is not saved. */
  private keepTyped(): void {
    const subject = this.form.subject();
    if (!subject || this.offered() || this.form.disabled()) return;
    if (!this.dirty()) {
      if (this.wasDirty) void this.drafts.drop(this.about());
      this.wasDirty = false;
      return;
    }
    this.wasDirty = true;
    this.drafts.keep(this.about(), this.saved()?.version ?? 0, {
      own: { ...this.edited() },
      values: withoutTypedSecrets(subject.type.fields, this.form.values(), this.base()),
      base: this.base(),
      slugIsOwn: this.slugIsOwn(),
    });
  }

  /** Offers what was typed earlier and never saved. */
  private async offer(): Promise<void> {
    const about = this.about();
    const draft = await this.drafts.find(about);
    if (about !== this.about() || !draft || !isEntryDraft(draft) || this.dirty()) return;
    const saved = this.saved();
    const same = saved && sameJson({ ...ownOf(saved) }, { ...draft.content.own });
    if (same && sameJson(this.form.values(), draft.content.values)) {
      void this.drafts.drop(about);
      return;
    }
    this.offered.set(draft);
  }

  /** Goes on from their version with one's own edits put in; `theirs` names fields where theirs wins. */
  resolve(theirs: ReadonlySet<string>): void {
    const conflict = this.conflict();
    if (!conflict) return;
    const { values } = mergeValues(this.base(), this.form.values(), conflict.theirs.values);
    const merged: Record<string, Values[string]> = { ...values };
    for (const { field, theirs: value } of conflict.conflicts.filter(({ field: id }) => theirs.has(id))) {
      if (value === null) delete merged[field];
      else merged[field] = value;
    }
    this.saved.set(conflict.theirs);
    this.base.set(conflict.theirs.values);
    this.form.replace(merged);
    this.conflict.set(null);
  }

  /** What rules may ask of the entry; the role of its author is known where that is whoever is signed in. */
  private factsOf(type: CompiledType, status: string): EntryFacts {
    const saved = this.saved();
    const me = this.session.person();
    const author = saved ? this.people.find(saved.author) : me;
    return factsFrom({
      type: type.contentType.id,
      status,
      entry: saved?.id ?? null,
      parent: this.edited().parent,
      template: templateOf(type.contentType, this.edited().template),
      role: author?.role ?? null,
    });
  }

  private take(entry: EntryAnswer): void {
    const type = this.model.compiled().typeById.get(entry.type);
    this.saved.set(entry);
    this.base.set(entry.values);
    this.slugIsOwn.set(true);
    this.refusals.set([]);
    this.measured.set(null);
    this.offered.set(null);
    this.conflict.set(null);
    this.edited.set(ownOf(entry));
    if (type) {
      const facts = this.factsOf(type, entry.status);
      this.form.open({ model: this.model.compiled(), type, facts }, entry.values, entry.status);
    }
  }

  private refused(problem: Problem): SaveOutcome {
    const theirs = problem.current?.['entry'];
    if (problem.status === 409 && isEntry(theirs)) {
      const { conflicts } = mergeValues(this.base(), this.form.values(), theirs.values);
      this.conflict.set({ theirs, conflicts });
      return 'conflict';
    }
    const errors = problem.errors ?? [];
    this.refusals.set(errors.length > 0 ? errors : [{ path: '', message: problem.detail ?? problem.title }]);
    return problem.status === 422 ? 'invalid' : 'failed';
  }
}
