import { computed, inject, Injectable, signal } from '@angular/core';
import type { EntryAnswer, EntryCopy, EntryStatus, OpenedEntry, Own } from '@tovlet/core/contracts/studio';
import { factsFrom, type EntryFacts } from '@tovlet/core/evaluation/scope';
import type { Values } from '@tovlet/core/fields/repeater/row';
import { sameJson } from '@tovlet/core/json';
import { say } from '@tovlet/core/locale/say';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { slugFromTitle } from '@tovlet/core/model/keys';
import { templateOf } from '@tovlet/core/model/page-templates';
import { defaultValues } from '@tovlet/core/values/defaults';
import { FormStore, withoutComputed } from '../../forms/form-store';
import { ModelStore } from '../../shell/model-store';
import { PeopleStore } from '../../shell/people-store';
import { SessionStore } from '../../shell/session-store';
import { CopyKeeper } from './copy-keeper';
import {
  countDifferences,
  EMPTY,
  ownOf,
  sameState,
  sharingValues,
  stateOf,
  stateOfCopy,
  type EntryState,
} from './entry-state';

/** A copy of an entry that shares with it what is the same. */
const sharingWith = (entry: EntryAnswer, copy: EntryCopy): EntryCopy => ({
  ...copy,
  values: sharingValues(copy.values, entry.values),
});

/** One entry while it is edited: what is typed, what is saved of it, and what the server has of the rest. */
@Injectable()
export class EntryEdits {
  private readonly model = inject(ModelStore);
  private readonly form = inject(FormStore);
  private readonly session = inject(SessionStore);
  private readonly people = inject(PeopleStore);
  private readonly keeper = inject(CopyKeeper);
  private readonly saved = signal<EntryAnswer | null>(null);
  private readonly base = signal<Values>({});
  private readonly edited = signal<Own>(EMPTY);
  /** The status that the form is measured by while it is tried to have it. */
  private readonly measured = signal<EntryStatus | null>(null);

  readonly entry = this.saved.asReadonly();
  readonly own = this.edited.asReadonly();
  /** The working copy, as the server has it. */
  readonly copy = this.keeper.copy;
  /** Whether somebody chose the slug. */
  readonly slugIsOwn = signal(false);
  /** Whether it is being saved. */
  readonly saving = signal(false);
  /** The version of the entry that what is typed is made over; 0 for a new one. What was saved since is not in it yet. */
  readonly over = signal(0);

  /** What is typed, without what is computed. */
  readonly typed = computed<EntryState>(() => ({ own: this.edited(), values: this.form.entered() }));
  readonly savedState = computed<EntryState>(() => {
    const saved = this.saved();
    return this.entered({ own: saved ? ownOf(saved) : EMPTY, values: this.base() });
  });
  /** What the server has of it: the working copy, or what is saved. */
  readonly onServer = computed<EntryState>(() => {
    const copy = this.copy();
    return copy ? this.entered(stateOfCopy(copy, this.edited().status)) : this.savedState();
  });
  readonly dirty = computed(() => this.differs(this.savedState()));
  /** Whether something is typed that the server does not have. */
  readonly unkept = computed(() => this.differs(this.onServer()));
  /** How many things are other than they are saved. */
  readonly changes = computed(() => countDifferences(this.typed(), this.savedState()));

  /** A name for what is edited, by which what is typed is found again. */
  about(): string {
    const saved = this.saved();
    return saved ? `entry ${saved.id}` : `new ${this.form.subject()?.type.contentType.id ?? ''}`;
  }

  /** A state without what is computed in it. */
  entered({ own, values }: EntryState): EntryState {
    const subject = this.form.subject();
    return { own, values: subject ? withoutComputed(subject.type, values) : values };
  }

  private differs(from: EntryState): boolean {
    const typed = this.typed();
    // The slug of a new entry follows its title.
    if (!this.saved()) return typed.own.title !== '' || !sameJson(typed.values, from.values);
    return !sameState(typed, from);
  }

  /** Begins with an entry as it is on the server. */
  take({ copy, ...entry }: OpenedEntry): void {
    const type = this.model.compiled().typeById.get(entry.type);
    const known = copy && sharingWith(entry, copy);
    const { own, values } = known ? stateOfCopy(known, entry.status) : stateOf(entry);
    this.saved.set(entry);
    this.over.set(known?.base ?? entry.version);
    this.keeper.know(known);
    this.base.set(entry.values);
    this.slugIsOwn.set(true);
    this.measured.set(null);
    this.edited.set(own);
    if (type) {
      const facts = this.factsOf(type, entry.status);
      this.form.open({ model: this.model.compiled(), type, facts }, values, entry.status);
    }
  }

  /** Begins a new entry of a type. */
  begin(type: CompiledType): void {
    const values = defaultValues(type.fields);
    this.saved.set(null);
    this.over.set(0);
    this.keeper.know(null);
    this.base.set(values);
    this.edited.set(EMPTY);
    this.slugIsOwn.set(false);
    this.measured.set(null);
    this.form.open(
      {
        model: this.model.compiled(),
        type,
        facts: this.factsOf(type, 'draft'),
      },
      values,
      'draft',
    );
  }

  /**
   * Goes on from an entry and its copy as they are on the server by now.
   * @param over the version that the state is made over
   */
  stand(entry: EntryAnswer, copy: EntryCopy | null, { own, values }: EntryState, over: number): void {
    const known = copy && sharingWith(entry, copy);
    this.saved.set(entry);
    this.over.set(over);
    this.base.set(entry.values);
    this.keeper.know(known);
    this.edited.set({ ...own, status: entry.status });
    this.form.replace(sharingValues(values, known?.values ?? entry.values));
    this.followModel();
  }

  /** Goes on from an entry that was saved. @param typedOn whether other things were typed meanwhile */
  savedAs(answer: EntryAnswer, { own: { title, slug } }: EntryState, typedOn: boolean): void {
    this.saved.set(answer);
    this.over.set(answer.version);
    this.keeper.know(null);
    // The server may have put values into their usual form: films found, secrets hidden, rich text cleaned.
    this.base.set(answer.values);
    if (!typedOn) this.form.replace(answer.values);
    this.measured.set(null);
    this.edited.update((now) => ({
      ...now,
      status: answer.status,
      slug: now.slug === slug ? answer.slug : now.slug,
      title: now.title === title ? answer.title : now.title,
    }));
    this.followModel();
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

  /** Puts a whole other state into the form, as one step that can be taken back. @param words what it is called */
  put(words: string, sent: EntryState): void {
    const before = { own: this.edited(), values: this.form.values() };
    const put = (to: EntryState) => (): void => {
      this.edited.set(to.own);
      this.form.replace(to.values);
      this.followModel();
    };
    put(sent)();
    this.form.note(words, null, put(before), put(sent));
  }

  /** Gives up what is typed and not saved, as one step that can be taken back. */
  giveUp(): void {
    const { own } = this.savedState();
    this.put(say`Changes given up`, { own, values: this.base() });
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
  measureBy(status: EntryStatus | null): void {
    this.measured.set(status);
    this.followModel();
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
}
