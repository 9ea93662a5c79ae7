import { computed, inject, Injectable, signal } from '@angular/core';
import type { EntryAnswer, EntryStatus } from '@tovlet/core/contracts/studio';
import { factsFrom, type EntryFacts } from '@tovlet/core/conditions/scope';
import type { Values } from '@tovlet/core/fields/repeater/row';
import { sameJson } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { slugFromTitle } from '@tovlet/core/model/keys';
import { templateOf } from '@tovlet/core/model/page-templates';
import { defaultValues } from '@tovlet/core/values/defaults';
import { mergeValues, type ValueConflict } from '@tovlet/core/values/merge';
import { firstValueFrom } from 'rxjs';
import { problemFrom } from '../../shared/problem';
import { ModelStore } from '../../shell/model-store';
import { PeopleStore } from '../../shell/people-store';
import { SaveState } from '../../shell/save-state';
import { SessionStore } from '../../shell/session-store';
import { EntriesApi } from './entries-api';
import { FormStore, withoutComputed } from './form-store';

/** What is edited beside the values. */
interface Own {
  readonly title: string;
  readonly slug: string;
  readonly status: EntryStatus;
  readonly parent: string | null;
  readonly template: string | null;
}

/** Somebody else's version, and where it collides with one's own. */
export interface EntryConflict {
  readonly theirs: EntryAnswer;
  readonly conflicts: readonly ValueConflict[];
}

export type SaveOutcome = 'saved' | 'invalid' | 'conflict' | 'failed';

const EMPTY: Own = { title: '', slug: '', status: 'draft', parent: null, template: null };

const ownOf = ({ title, slug, status, parent, template }: EntryAnswer): Own => ({
  title,
  slug,
  status,
  parent,
  template,
});

/** One entry while it is edited: its own properties, whether it differs from what is saved, saving and conflicts. */
@Injectable()
export class EntryStore {
  private readonly api = inject(EntriesApi);
  private readonly model = inject(ModelStore);
  private readonly form = inject(FormStore);
  private readonly saveState = inject(SaveState);
  private readonly session = inject(SessionStore);
  private readonly people = inject(PeopleStore);
  private readonly saved = signal<EntryAnswer | null>(null);
  private readonly base = signal<Values>({});
  private readonly edited = signal<Own>(EMPTY);
  private readonly slugIsOwn = signal(false);
  private readonly running = signal(false);

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

  /** Opens a saved entry. @throws what the request failed with */
  async open(id: string): Promise<void> {
    this.take(await firstValueFrom(this.api.get(id)));
  }

  /** Begins a new entry of a type. */
  begin(type: CompiledType): void {
    const values = defaultValues(type.fields);
    this.saved.set(null);
    this.base.set(values);
    this.edited.set(EMPTY);
    this.slugIsOwn.set(false);
    this.refusals.set([]);
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

  setTitle(title: string): void {
    const follows = !this.slugIsOwn() && this.saved() === null;
    this.edited.update((own) => ({ ...own, title, slug: follows ? slugFromTitle(title) : own.slug }));
  }

  setSlug(slug: string): void {
    this.slugIsOwn.set(true);
    this.edited.update((own) => ({ ...own, slug }));
  }

  setParent(parent: string | null): void {
    this.edited.update((own) => ({ ...own, parent }));
    this.followModel();
  }

  setTemplate(template: string | null): void {
    this.edited.update((own) => ({ ...own, template }));
    this.followModel();
  }

  setStatus(status: EntryStatus): void {
    this.edited.update((own) => ({ ...own, status }));
    this.followModel();
  }

  /** Shows the form for the model and status as they are now, with the values as they stand. */
  followModel(): void {
    const subject = this.form.subject();
    const type = subject && this.model.compiled().typeById.get(subject.type.contentType.id);
    if (!type) return;
    const { status } = this.edited();
    const facts = this.factsOf(type, status);
    this.form.open({ model: this.model.compiled(), type, facts }, null, status);
  }

  /** Saves; what the form itself finds wrong is not sent. */
  async save(): Promise<SaveOutcome> {
    const subject = this.form.subject();
    if (!subject || this.running()) return 'failed';
    this.refusals.set([]);
    this.form.attempted.set(true);
    if (this.form.follows()) await this.form.settle();
    if (this.form.issues().length > 0) return 'invalid';
    const { title, slug, ...rest } = this.edited();
    const values = this.form.values();
    const saved = this.saved();
    this.running.set(true);
    this.saveState.begin();
    try {
      const request = saved
        ? this.api.save(saved.id, {
            version: saved.version,
            title,
            slug,
            ...rest,
            values: { ...values },
          })
        : this.api.create({
            type: subject.type.contentType.id,
            title,
            ...rest,
            values: { ...values },
            ...(this.slugIsOwn() ? { slug } : {}),
          });
      const answer = await firstValueFrom(request);
      // What was typed while the answer was on its way stays, and stays unsaved.
      const typedMeanwhile = this.form.values() !== values;
      this.saved.set(answer);
      // The server may have put values into their usual form: films found, secrets hidden, rich text cleaned.
      this.base.set(answer.values);
      if (!typedMeanwhile) this.form.replace(answer.values);
      this.edited.update((own) => ({
        ...own,
        slug: own.slug === slug ? answer.slug : own.slug,
        title: own.title === title ? answer.title : own.title,
      }));
      if (!typedMeanwhile) this.form.attempted.set(false);
      this.followModel();
      this.saveState.done();
      return 'saved';
    } catch (error) {
      this.saveState.fail();
      return this.refused(error);
    } finally {
      this.running.set(false);
    }
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
    this.conflict.set(null);
    this.edited.set(ownOf(entry));
    if (type) {
      const facts = this.factsOf(type, entry.status);
      this.form.open({ model: this.model.compiled(), type, facts }, entry.values, entry.status);
    }
  }

  private refused(error: unknown): SaveOutcome {
    const problem = problemFrom(error);
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

function isEntry(value: unknown): value is EntryAnswer {
  return typeof value === 'object' && value !== null && 'version' in value && 'values' in value;
}
