import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  linkedSignal,
  output,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { rowQuantifiers } from '@tovlet/core/conditions/condition';
import { operatorOf, type OperatorKind } from '@tovlet/core/conditions/operators/index';
import type { JsonValue } from '@tovlet/core/json';
import { say } from '@tovlet/core/locale/say';
import { pathsFrom, type PathOption } from '@tovlet/core/paths/paths-from';
import { isPathProblem, resolvePath } from '@tovlet/core/paths/resolve';
import { compileComparison } from '@tovlet/core/queries/compile';
import type { QueryComparison } from '@tovlet/core/queries/condition';
import { offeredOperators } from '@tovlet/core/queries/offered-operators';
import { ComparisonValue } from '../comparison-value';
import { pathSubject } from '../path-subject';
import { PathSearch } from '../../pickers/path/path-search';
import { Choice } from '../../shared/choice';
import type { ChoiceOption } from '../../shared/choice-option';
import { QueryContext } from './query-context';

const QUANTIFIERS: readonly ChoiceOption[] = [
  { value: 'any', label: say`any of them` },
  { value: 'every', label: say`every one` },
  { value: 'no', label: say`none of them` },
];

/** Says one comparison of a filter: what is looked at, how, and with what it is compared. */
@Component({
  selector: 'tov-filter-editor',
  imports: [Choice, ComparisonValue, MatButton, PathSearch],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); finish()">
      <tov-path-search
        label="What is looked at"
        i18n-label
        [options]="options()"
        [chosenLabel]="path()?.label ?? ''"
        (chosen)="choose($event)"
      />
      @if (path(); as path) {
        @if (path.many) {
          <tov-choice
            label="Which of them"
            i18n-label
            [options]="quantifiers"
            [value]="draft()?.quantifier ?? 'any'"
            (chosen)="setQuantifier($event)"
          />
        }
        <tov-choice
          label="How it is compared"
          i18n-label
          [options]="operators()"
          [value]="draft()?.operator ?? null"
          (chosen)="setOperator($event)"
        />
        @if (operand() !== 'nothing') {
          <tov-comparison-value
            [subject]="subject(path)"
            [operand]="operand()"
            [value]="draft()?.value ?? null"
            (changed)="setValue($event)"
          />
        }
      }
      <div class="foot">
        <p role="status" class="muted">{{ tried() ? (problem() ?? '') : '' }}</p>
        <button type="button" matButton (click)="closed.emit()">
          <ng-container i18n>Cancel</ng-container>
        </button>
        <button type="submit" matButton="filled" [disabled]="draft() === null">
          <ng-container i18n>Show these</ng-container>
        </button>
      </div>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 8px;
      width: min(360px, calc(100vw - 32px));
      padding: 12px;
      border: 1px solid var(--line-strong);
      border-radius: var(--radius);
      background: var(--raised);
      box-shadow: 0 6px 24px rgb(0 0 0 / 16%);
    }
    .foot {
      display: flex;
      align-items: center;
      gap: 6px;
    }
    p {
      flex: 1;
      margin: 0;
      font-size: 12px;
    }
  `,
})
export class FilterEditor {
  private readonly context = inject(QueryContext);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly search = viewChild.required(PathSearch);
  /** The comparison that is changed; null for a new one. */
  readonly comparison = input.required<QueryComparison | null>();
  readonly done = output<QueryComparison>();
  readonly closed = output();
  protected readonly draft = linkedSignal(() => this.comparison());
  protected readonly tried = linkedSignal({ source: this.draft, computation: () => false });
  protected readonly quantifiers = QUANTIFIERS;
  protected readonly subject = pathSubject;

  protected readonly options = computed(() =>
    pathsFrom(this.context.from(), this.context.paths(), (path) => offeredOperators(path).length > 0),
  );
  protected readonly path = computed(() => {
    const draft = this.draft();
    if (draft === null) return null;
    const found = resolvePath(draft.path, this.context.from(), this.context.paths());
    return isPathProblem(found) ? null : found;
  });
  protected readonly operators = computed<readonly ChoiceOption[]>(() => {
    const path = this.path();
    return (path ? offeredOperators(path) : []).map((kind) => ({
      value: kind,
      label: operatorOf(kind).words,
    }));
  });
  protected readonly operand = computed(() => {
    const draft = this.draft();
    return draft === null ? 'nothing' : operatorOf(draft.operator).operand;
  });
  /** Why it cannot be looked for yet; null where it can. */
  protected readonly problem = computed(() => {
    const draft = this.draft();
    if (draft === null) return null;
    const compiled = compileComparison(draft, this.context.from(), this.context.paths());
    return 'problem' in compiled ? compiled.problem : null;
  });

  constructor() {
    // A new condition begins with what is looked at; of one that is changed that stays, most often.
    afterNextRender(() => {
      const compared = this.element.nativeElement.querySelector<HTMLElement>('mat-select');
      if (this.comparison() !== null && compared) compared.focus();
      else this.search().focus();
    });
  }

  protected choose({ steps, path }: PathOption): void {
    const [operator] = offeredOperators(path);
    if (operator) this.draft.set({ kind: 'path', path: steps, operator });
  }

  protected setQuantifier(wanted: string | null): void {
    const quantifier = rowQuantifiers.find((each) => each === wanted);
    if (quantifier) this.draft.update((draft) => draft && { ...draft, quantifier });
  }

  protected setOperator(wanted: string | null): void {
    const path = this.path();
    const operator = path ? offeredOperators(path).find((each) => each === wanted) : undefined;
    if (operator) this.draft.update((draft) => draft && withOperator(draft, operator));
  }

  protected setValue(value: JsonValue): void {
    this.draft.update((draft) => draft && { ...draft, value });
  }

  protected finish(): void {
    const draft = this.draft();
    this.tried.set(true);
    if (draft !== null && this.problem() === null) this.done.emit(draft);
  }
}

/** A value stays as long as the new operator takes the same kind of operand. */
function withOperator({ value, ...rest }: QueryComparison, operator: OperatorKind): QueryComparison {
  const keeps = operatorOf(operator).operand === operatorOf(rest.operator).operand && value !== undefined;
  return { ...rest, operator, ...(keeps ? { value } : {}) };
}
