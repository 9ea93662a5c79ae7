import { Said } from '../shared/said';
import { say } from '@tovlet/core/locale/say';
import { Choice } from '../shared/choice';
import type { ChoiceOption } from '../shared/choice-option';
import { Options } from '../shared/options';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { ICON_BUTTON } from '../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import {
  isConditionList,
  type Comparison,
  type Condition,
  type ConditionList,
  connectives,
  rowQuantifiers,
} from '@tovlet/core/conditions/condition';
import type { Operand } from '@tovlet/core/conditions/operator';
import { operatorKinds, operatorOf } from '@tovlet/core/conditions/operators/index';
import { ComparisonValue } from './comparison-value';
import type { Subject } from './subjects';
import type { JsonValue } from '@tovlet/core/json';

/** Edits a tree of conditions: lists of all, any or none over comparisons, as deep as wanted. */
@Component({
  selector: 'tov-condition-editor',
  imports: [Choice, ComparisonValue, ICON_BUTTON, MatButton, MatIcon, Options, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="list" role="group" ariaLabel="Conditions: {{ list().kind }}" i18n-ariaLabel>
      <div class="head">
        <tov-choice
          label="How the conditions add up"
          i18n-label
          [options]="[
            { value: 'all', label: ('all of' | said) },
            { value: 'any', label: ('any of' | said) },
            { value: 'none', label: ('none of' | said) },
          ]"
          [value]="list().kind"
          [disabled]="disabled()"
          (chosen)="setKind($event ?? '')"
        />
        <span class="spacer"></span>
        @if (nested()) {
          <button
            type="button"
            matIconButton
            aria-label="Remove this list"
            i18n-aria-label
            [disabled]="disabled()"
            (click)="removed.emit()"
          >
            <mat-icon svgIcon="close" />
          </button>
        }
      </div>
      @for (part of list().conditions; track $index) {
        @if (asList(part); as inner) {
          <tov-condition-editor
            [condition]="inner"
            [subjects]="subjects()"
            [nested]="true"
            [disabled]="disabled()"
            (changed)="replace($index, $event)"
            (removed)="remove($index)"
          />
        } @else if (asComparison(part); as comparison) {
          <div class="comparison">
            <tov-choice
              class="subject"
              label="What is compared"
              i18n-label
              gone="Removed"
              i18n-gone
              [options]="subjects() | options: 'id' : 'label'"
              [value]="subjectOf(comparison)?.id ?? ''"
              [disabled]="disabled()"
              (chosen)="setSubject($index, $event ?? '')"
            />
            <button
              type="button"
              matIconButton
              aria-label="Remove this condition"
              i18n-aria-label
              [disabled]="disabled()"
              (click)="remove($index)"
            >
              <mat-icon svgIcon="close" />
            </button>
            @if (subjectOf(comparison); as subject) {
              @if (subject.acrossRows && operandOf(comparison) !== 'count') {
                <tov-choice
                  label="In which rows"
                  i18n-label
                  [options]="quantifiers"
                  [value]="rowsOf(comparison)"
                  [disabled]="disabled()"
                  (chosen)="setRows($index, comparison, $event ?? '')"
                />
              }
              <tov-choice
                label="How it is compared"
                i18n-label
                [options]="operatorsOf(subject)"
                [value]="comparison.operator"
                [disabled]="disabled()"
                (chosen)="setOperator($index, comparison, $event ?? '')"
              />
              <tov-comparison-value
                [subject]="subject"
                [operand]="operandOf(comparison)"
                [value]="comparison.value ?? null"
                [disabled]="disabled()"
                (changed)="setValue($index, comparison, $event)"
              />
            }
          </div>
        }
      } @empty {
        <p class="muted">{{ emptyWords() }}</p>
      }
      @if (!disabled()) {
        <div class="adders">
          <button type="button" matButton [disabled]="subjects().length === 0" (click)="add()">
            <mat-icon svgIcon="add" /><ng-container i18n>Condition</ng-container>
          </button>
          <button type="button" matButton (click)="addList()">
            <mat-icon svgIcon="add" /><ng-container i18n>Group of conditions</ng-container>
          </button>
        </div>
      }
    </div>
  `,
  styles: `
    .list {
      display: grid;
      gap: 6px;
      border-left: 2px solid var(--line-strong);
      padding-left: 10px;
    }
    .head {
      display: flex;
      align-items: center;
      tov-choice {
        width: 120px;
      }
    }
    .spacer {
      flex: 1;
    }
    .comparison {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 28px;
      gap: 4px;
      padding: 6px;
      border: 1px solid var(--line);
      border-radius: var(--radius);
      background: var(--raised);
    }
    .comparison > *:not(.subject):not([matIconButton]) {
      grid-column: 1 / -1;
    }
    .adders {
      display: flex;
      margin-left: -10px;
    }
    .adders [matButton] {
      padding: 2px 8px;
    }
  `,
})
export class ConditionEditor {
  readonly condition = input.required<Condition | null>();
  readonly subjects = input.required<readonly Subject[]>();
  readonly nested = input(false);
  readonly disabled = input(false);
  readonly changed = output<ConditionList>();
  readonly removed = output();
  protected readonly quantifiers = rowQuantifiers.map((rows) => ({
    value: rows,
    label: say`in ${rows} row`,
  }));

  /** A single comparison is edited as a list of one. */
  protected readonly list = computed<ConditionList>(() => {
    const condition = this.condition();
    if (condition === null) return { kind: 'all', conditions: [] };
    return isConditionList(condition) ? condition : { kind: 'all', conditions: [condition] };
  });
  protected readonly emptyWords = computed(() =>
    this.list().kind === 'any' ? say`Nothing yet: it never holds.` : say`Nothing yet: it always holds.`,
  );

  protected asList = (part: Condition): ConditionList | null => (isConditionList(part) ? part : null);
  protected asComparison = (part: Condition): Comparison | null => (isConditionList(part) ? null : part);
  private readonly offered = new WeakMap<Subject, readonly ChoiceOption[]>();
  protected operandOf = (comparison: Comparison): Operand => operatorOf(comparison.operator).operand;
  protected rowsOf = (comparison: Comparison): string =>
    comparison.kind === 'field' ? (comparison.rows ?? 'any') : 'any';

  protected subjectOf(comparison: Comparison): Subject | undefined {
    const id = comparison.kind === 'field' ? comparison.field : comparison.property;
    return this.subjects().find((subject) => subject.id === id);
  }

  /** The operators of a subject, made into options once. */
  protected operatorsOf(subject: Subject): readonly ChoiceOption[] {
    const known = this.offered.get(subject);
    if (known) return known;
    const made = subject.operators.map((kind) => ({ value: kind, label: operatorOf(kind).words }));
    this.offered.set(subject, made);
    return made;
  }

  protected setKind(wanted: string): void {
    const kind = connectives.find((each) => each === wanted);
    if (kind) this.changed.emit({ ...this.list(), kind });
  }

  protected replace(index: number, part: Condition): void {
    this.emit(this.list().conditions.map((each, at) => (at === index ? part : each)));
  }

  protected remove(index: number): void {
    this.emit(this.list().conditions.filter((_each, at) => at !== index));
  }

  protected add(): void {
    const [first] = this.subjects();
    if (first) this.emit([...this.list().conditions, first.blank]);
  }

  protected addList(): void {
    this.emit([...this.list().conditions, { kind: 'any', conditions: [] }]);
  }

  protected setSubject(index: number, id: string): void {
    const subject = this.subjects().find((each) => each.id === id);
    if (subject) this.replace(index, subject.blank);
  }

  protected setOperator(index: number, { value, ...rest }: Comparison, wanted: string): void {
    const operator = operatorKinds.find((kind) => kind === wanted);
    if (!operator) return;
    // A value stays as long as the new operator takes the same kind of operand.
    const keeps = operatorOf(operator).operand === operatorOf(rest.operator).operand && value !== undefined;
    this.replace(index, { ...rest, operator, ...(keeps ? { value } : {}) });
  }

  protected setRows(index: number, comparison: Comparison, wanted: string): void {
    const rows = rowQuantifiers.find((each) => each === wanted);
    if (comparison.kind === 'field' && rows) this.replace(index, { ...comparison, rows });
  }

  protected setValue(index: number, comparison: Comparison, value: JsonValue): void {
    this.replace(index, { ...comparison, value });
  }

  private emit(conditions: readonly Condition[]): void {
    this.changed.emit({ ...this.list(), conditions });
  }
}
