import { computed, Injectable, signal } from '@angular/core';
import type { EntryFacts, Scope } from '@tovlet/core/conditions/scope';
import type { Values } from '@tovlet/core/fields/repeater/row';
import type { EntryIssue } from '@tovlet/core/messages/issue';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { applyValueChange, inverseValueChange, type ValueChange } from '@tovlet/core/values/changes';
import { validateEntry, type Completeness } from '@tovlet/core/values/validate';
import { resolveVisibility } from '@tovlet/core/values/visibility';

/** A form for one entry: what the model says and what is in it. */
export interface FormSubject {
  readonly model: CompiledModel;
  readonly type: CompiledType;
  readonly facts: EntryFacts;
}

/** The place of an issue as one text. */
export const placeKey = (path: readonly (string | number)[]): string => path.join('/');

/**
 * The values of an entry while they are edited: visible fields and issues follow every change; each change can be
 * taken back. Provided by the form, found by its widgets.
 */
@Injectable()
export class FormStore {
  private readonly about = signal<FormSubject | null>(null);
  private readonly current = signal<Values>({});
  private readonly completeness = signal<Completeness>('published');
  private readonly touched = signal<ReadonlySet<string>>(new Set());
  private readonly undoSteps: ValueChange[] = [];

  readonly values = this.current.asReadonly();
  readonly subject = this.about.asReadonly();
  readonly disabled = signal(false);
  /** The place somebody wants to be led to; rows open for it. */
  readonly revealed = signal<readonly (string | number)[] | null>(null);
  /** Whether a save was tried: from then on every issue shows, not only those of fields that were left. */
  readonly attempted = signal(false);

  /** The entry's scope with hidden fields marked. */
  readonly scope = computed<Scope | null>(() => {
    const about = this.about();
    return about && resolveVisibility(about.model, about.type, this.current(), about.facts);
  });
  readonly issues = computed<readonly EntryIssue[]>(() => {
    const [about, scope] = [this.about(), this.scope()];
    return about && scope ? validateEntry(about.type, scope, this.completeness()) : [];
  });
  private readonly issuesByPlace = computed(() => {
    const byPlace = new Map<string, EntryIssue>();
    for (const issue of this.issues()) {
      const key = placeKey(issue.path);
      if (!byPlace.has(key)) byPlace.set(key, issue);
    }
    return byPlace;
  });

  /** Starts with an entry's values, or takes over a changed model. */
  open(subject: FormSubject, values: Values | null, completeness: Completeness): void {
    this.about.set(subject);
    this.completeness.set(completeness);
    if (values === null) return;
    this.current.set(values);
    this.touched.set(new Set());
    this.attempted.set(false);
    this.undoSteps.length = 0;
  }

  /** Replaces all values by a merge's result. */
  replace(values: Values): void {
    this.current.set(values);
  }

  change(change: ValueChange): void {
    const before = this.current();
    const inverse = inverseValueChange(before, change);
    this.current.set(applyValueChange(before, change));
    if (inverse) this.undoSteps.push(inverse);
  }

  /** Takes the last change back. */
  undo(): void {
    const step = this.undoSteps.pop();
    if (step) this.current.set(applyValueChange(this.current(), step));
  }

  touch(path: readonly (string | number)[]): void {
    const key = placeKey(path);
    if (!this.touched().has(key)) this.touched.update((touched) => new Set([...touched, key]));
  }

  /** The issue of a field that should be shown now: once it was left, or a save was tried. */
  shownIssue(path: readonly (string | number)[]): EntryIssue | null {
    const key = placeKey(path);
    const issue = this.issuesByPlace().get(key) ?? null;
    return issue && (this.attempted() || this.touched().has(key)) ? issue : null;
  }
}
