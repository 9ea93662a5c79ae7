import { say } from '@tovlet/core/locale/say';
import { computed, inject, Injectable, signal, untracked } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { comparisonsOf } from '@tovlet/core/conditions/condition';
import type { EntryFacts, Scope } from '@tovlet/core/evaluation/scope';
import type { Values } from '@tovlet/core/fields/repeater/row';
import { sameJson, type JsonValue } from '@tovlet/core/json';
import type { EntryIssue, IssueCode, IssuePath } from '@tovlet/core/issues/issue';
import type { CompiledField, CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { termsOf } from '@tovlet/core/placement/terms-of';
import { applyValueChange, inverseValueChange, type ValueChange } from '@tovlet/core/values/changes';
import { computeValues } from '@tovlet/core/values/compute';
import { mapStored } from '@tovlet/core/stored/map-stored';
import { valueAt } from '@tovlet/core/stored/value-at';
import { rememberIssues } from '@tovlet/core/values/known-issues';
import { checkRules, type RuleIssue } from '@tovlet/core/values/rules';
import { validateEntry, type Completeness } from '@tovlet/core/values/validate';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import { debounceTime } from 'rxjs';
import { Engines } from '../shell/engines';
import { History, type Step } from '../shell/undo/history';
import { TermsStore } from '../shell/terms-store';

/** A form for one entry: what the model says and what is in it. */
export interface FormSubject {
  readonly model: CompiledModel;
  readonly type: CompiledType;
  readonly facts: EntryFacts;
}

const isComputed = ({ type }: CompiledField): boolean => type.computed;

/** Values without what is computed from others. */
export const withoutComputed = (type: CompiledType, values: Values): Values =>
  type.computed.length === 0 ? values : mapStored(type.fields, values, {}, isComputed, () => undefined);

const hasPattern = ({ field, behaviour, children }: CompiledField): boolean =>
  behaviour.limits.pattern !== null ||
  comparisonsOf(field.shownWhen).some(({ operator }) => operator === 'matches') ||
  children.some(hasPattern);

/** Whether a form has patterns, rules or computed values. */
const asksForEngines = ({ type }: FormSubject): boolean =>
  type.computed.length > 0 ||
  type.groups.some(({ group }) => group.rules.length > 0) ||
  type.fields.some(hasPattern);

/** What was done to a form in one go. */
interface FormStep extends Step {
  readonly key: string | null;
  readonly at: number;
  undo(): void;
  redo(): void;
}

/** What is not done yet, or not known yet: everything else is wrong with a value as it is stored, and shown at once. */
const NOT_YET: ReadonlySet<IssueCode> = new Set([
  'required',
  'too_few_rows',
  'pattern_undecided',
  'rule_undecided',
]);
const isMisfit = ({ issue }: EntryIssue): boolean => !NOT_YET.has(issue.code);

/** So long a pause ends an intention, in milliseconds. */
const PAUSE = 1_500;

/** What a change types into; null for changes of rows. */
const keyOf = (change: ValueChange): string | null =>
  change.kind === 'set_value'
    ? [...change.place.flatMap(({ field, row }) => [field, row ?? '']), change.field].join('/')
    : null;

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
  private readonly opened = signal<Values>({});
  private readonly completeness = signal<Completeness>('published');
  private readonly touched = signal<ReadonlySet<string>>(new Set());
  /** What was changed, to be taken back and done again. */
  readonly history = new History<FormStep>({
    undo: (step) => {
      step.undo();
      return true;
    },
    redo: (step) => {
      step.redo();
      return true;
    },
  });
  private readonly engines = inject(Engines);
  private readonly terms = inject(TermsStore);
  private typing: string | null = null;
  private following: Promise<void> = Promise.resolve();

  readonly values = this.current.asReadonly();
  readonly subject = this.about.asReadonly();
  readonly disabled = signal(false);
  /** The place somebody wants to be led to; rows open for it. */
  readonly revealed = signal<readonly (string | number)[] | null>(null);
  /** Whether a save was tried: from then on every issue shows, not only those of fields that were left. */
  readonly attempted = signal(false);

  /** The facts that rules ask for; the terms follow the form. */
  readonly facts = computed<EntryFacts | null>(() => {
    const about = this.about();
    if (!about?.model.asksForTerms) return about?.facts ?? null;
    return { ...about.facts, term: termsOf(about.type, this.current(), this.terms.parents()) };
  });
  /** The entry's scope with hidden fields marked. */
  readonly scope = computed<Scope | null>(() => {
    const [about, facts] = [this.about(), this.facts()];
    return about && facts && resolveVisibility(about.model, about.type, this.current(), facts);
  });
  /** The values without what is computed from others: what a person entered. */
  readonly entered = computed<Values>(() => {
    const about = this.about();
    return about ? withoutComputed(about.type, this.current()) : this.current();
  });
  private readonly ruled = signal<readonly RuleIssue[]>([]);
  /** Patterns are tested as soon as their engine is there; what was told before is told anew. */
  private readonly ownIssues = computed(() => {
    this.engines.ready();
    return rememberIssues();
  });
  readonly issues = computed<readonly EntryIssue[]>(() => {
    const [about, scope] = [this.about(), this.scope()];
    if (!about || !scope) return [];
    const own = validateEntry(about.type, scope, this.completeness(), this.ownIssues());
    const refused = this.ruled().filter(({ severity }) => severity === 'refuse');
    return refused.length === 0 ? own : [...own, ...refused];
  });
  /** What keeps the values from being published, whatever status they have: computed anew whenever it is asked for. */
  hindrances(): readonly EntryIssue[] {
    const [about, facts] = [this.about(), this.facts()];
    if (!about || !facts) return [];
    const published = { ...facts, status: 'published' };
    const scope = resolveVisibility(about.model, about.type, this.current(), published);
    const refused = this.ruled().filter(({ severity }) => severity === 'refuse');
    return [...validateEntry(about.type, scope, 'published', this.ownIssues()), ...refused];
  }
  /** Rules that do not hold and only warn. */
  readonly warnings = computed(() => this.ruled().filter(({ severity }) => severity === 'warn'));
  private readonly issuesByPlace = computed(() => {
    const byPlace = new Map<string, EntryIssue>();
    for (const issue of this.issues()) {
      const key = placeKey(issue.path);
      if (!byPlace.has(key)) byPlace.set(key, issue);
    }
    return byPlace;
  });

  constructor() {
    // Computed values and rules follow what is typed, a moment behind it.
    toObservable(computed(() => [this.about(), this.entered(), this.engines.ready()] as const))
      .pipe(debounceTime(120), takeUntilDestroyed())
      .subscribe(() => void this.settle());
  }

  /** Whether anything is computed or ruled a moment behind what is typed. */
  follows(): boolean {
    const about = this.about();
    return about !== null && asksForEngines(about);
  }

  /** Computes values and tries rules for the values as they stand. */
  settle(): Promise<void> {
    this.following = this.following.then(() => this.follow());
    return this.following;
  }

  private async follow(): Promise<void> {
    const [about, facts] = [this.about(), this.facts()];
    if (!about || !facts || !asksForEngines(about)) {
      this.ruled.set([]);
      return;
    }
    await this.engines.load();
    const { model, type } = about;
    const values = this.current();
    const computedOnes = await computeValues(model, type, values, facts);
    // What was typed meanwhile is computed in the next round.
    if (this.current() !== values || this.about() !== about) return;
    this.current.set(computedOnes);
    const ruled = await checkRules(model, type, resolveVisibility(model, type, computedOnes, facts));
    if (this.about() === about) this.ruled.set(ruled);
  }

  /** Starts with an entry's values, or takes over a changed model. */
  open(subject: FormSubject, values: Values | null, completeness: Completeness): void {
    this.about.set(subject);
    if (subject.model.asksForTerms) void this.terms.start();
    if (asksForEngines(subject)) void this.engines.load();
    this.completeness.set(completeness);
    if (values === null) return;
    this.current.set(values);
    this.opened.set(values);
    this.attempted.set(false);
    this.touched.set(
      new Set(
        untracked(this.issues)
          .filter(isMisfit)
          .map(({ path }) => placeKey(path)),
      ),
    );
    this.history.clear();
  }

  /** Whether a value stood in a place when the form was opened. */
  stoodThere(path: readonly (string | number)[], value: JsonValue): boolean {
    return sameJson(valueAt(this.opened(), path), value);
  }

  /** Replaces all values by a merge's result. */
  replace(values: Values): void {
    this.current.set(values);
  }

  /** Applies a change to the values, and decides anew what shows and what is wrong. */
  change(change: ValueChange): void {
    const before = this.current();
    const inverse = inverseValueChange(before, change);
    this.current.set(applyValueChange(before, change));
    // A widget that only puts a value into its usual form has changed nothing.
    const same = change.kind === 'set_value' && inverse?.kind === 'set_value';
    if (!inverse || (same && sameJson(change.value, inverse.value))) return;
    const make = (each: ValueChange) => (): void => this.current.set(applyValueChange(this.current(), each));
    this.note(this.wordsOf(change), keyOf(change), make(inverse), make(change));
  }

  /**
   * Remembers a step. Keystrokes in one field, without leaving it or pausing, are one intention and one step.
   * @param key what is typed into; null for what is always a step of its own
   */
  note(words: string, key: string | null, undo: () => void, redo: () => void): void {
    const last = this.history.last;
    const at = performance.now();
    const goesOn = key !== null && last?.key === key && at - last.at < PAUSE && this.typing === key;
    this.typing = key;
    if (goesOn) this.history.replaceLast({ ...last, at, redo });
    else this.history.add({ words, key, at, undo, redo });
  }

  private wordsOf(change: ValueChange): string {
    const fields = this.about()?.model.fields;
    const labelOf = (id: string): string => fields?.get(id)?.label ?? say`a field`;
    switch (change.kind) {
      case 'set_value':
        return labelOf(change.field);
      case 'insert_row':
        return say`A row in ${labelOf(change.repeater)}`;
      case 'insert_rows':
        return say`${change.rows.length} rows in ${labelOf(change.repeater)}`;
      case 'remove_rows':
        return say`${change.rows.length} rows taken out of ${labelOf(change.repeater)}`;
      case 'remove_row':
        return say`A row taken out of ${labelOf(change.repeater)}`;
      case 'move_row':
        return say`A row moved in ${labelOf(change.repeater)}`;
    }
  }

  /** Notes that somebody has been at a value: from now on what is wrong with it is shown. */
  touch(path: readonly (string | number)[]): void {
    this.typing = null;
    const key = placeKey(path);
    if (!this.touched().has(key)) this.touched.update((touched) => new Set([...touched, key]));
  }

  /** The same of many values, as after rows were pasted. */
  touchAll(paths: readonly IssuePath[]): void {
    this.touched.update((touched) => new Set([...touched, ...paths.map(placeKey)]));
  }

  /** The issue of a field that should be shown now: once it was left, or a save was tried. */
  shownIssue(path: readonly (string | number)[]): EntryIssue | null {
    const key = placeKey(path);
    const issue = this.issuesByPlace().get(key) ?? null;
    return issue && (this.attempted() || this.touched().has(key)) ? issue : null;
  }
}
