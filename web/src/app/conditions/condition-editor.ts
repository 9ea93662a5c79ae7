import { valueFrom } from '../shared/event-values';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
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
  imports: [MatIcon, ComparisonValue],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="list" role="group" [attr.aria-label]="'Conditions: ' + list().kind">
      <div class="head">
        <select
          class="control"
          aria-label="How the conditions add up"
          [disabled]="disabled()"
          [value]="list().kind"
          (change)="setKind(valueFrom($event))"
        >
          <option value="all">all of</option>
          <option value="any">any of</option>
          <option value="none">none of</option>
        </select>
        <span class="spacer"></span>
        @if (nested()) {
          <button
            type="button"
            class="icon-button"
            aria-label="Remove this list"
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
            <select
              class="control subject"
              aria-label="What is compared"
              [disabled]="disabled()"
              (change)="setSubject($index, valueFrom($event))"
            >
              @if (!subjectOf(comparison)) {
                <option selected value="">Removed</option>
              }
              @for (subject of subjects(); track subject.id) {
                <option [value]="subject.id" [selected]="subject === subjectOf(comparison)">
                  {{ subject.label }}
                </option>
              }
            </select>
            <button
              type="button"
              class="icon-button"
              aria-label="Remove this condition"
              [disabled]="disabled()"
              (click)="remove($index)"
            >
              <mat-icon svgIcon="close" />
            </button>
            @if (subjectOf(comparison); as subject) {
              @if (subject.acrossRows && operandOf(comparison) !== 'count') {
                <select
                  class="control"
                  aria-label="In which rows"
                  [disabled]="disabled()"
                  (change)="setRows($index, comparison, valueFrom($event))"
                >
                  @for (rows of quantifiers; track rows) {
                    <option [value]="rows" [selected]="rowsOf(comparison) === rows">in {{ rows }} row</option>
                  }
                </select>
              }
              <select
                class="control"
                aria-label="How it is compared"
                [disabled]="disabled()"
                (change)="setOperator($index, comparison, valueFrom($event))"
              >
                @for (kind of subject.operators; track kind) {
                  <option [value]="kind" [selected]="comparison.operator === kind">
                    {{ wordsOf(kind) }}
                  </option>
                }
              </select>
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
          <button type="button" class="button plain" [disabled]="subjects().length === 0" (click)="add()">
            <mat-icon svgIcon="add" />Condition
          </button>
          <button type="button" class="button plain" (click)="addList()">
            <mat-icon svgIcon="add" />Inner list
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
      select {
        width: auto;
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
    .comparison > *:not(.subject):not(.icon-button) {
      grid-column: 1 / -1;
    }
    .adders {
      display: flex;
      margin-left: -10px;
    }
    .adders .button {
      padding: 2px 8px;
    }
  `,
})
export class ConditionEditor {
  protected readonly valueFrom = valueFrom;
  readonly condition = input.required<Condition | null>();
  readonly subjects = input.required<readonly Subject[]>();
  readonly nested = input(false);
  readonly disabled = input(false);
  readonly changed = output<ConditionList>();
  readonly removed = output();
  protected readonly quantifiers = rowQuantifiers;

  /** A single comparison is edited as a list of one. */
  protected readonly list = computed<ConditionList>(() => {
    const condition = this.condition();
    if (condition === null) return { kind: 'all', conditions: [] };
    return isConditionList(condition) ? condition : { kind: 'all', conditions: [condition] };
  });
  protected readonly emptyWords = computed(() =>
    this.list().kind === 'any' ? 'Nothing yet: it never holds.' : 'Nothing yet: it always holds.',
  );

  protected asList = (part: Condition): ConditionList | null => (isConditionList(part) ? part : null);
  protected asComparison = (part: Condition): Comparison | null => (isConditionList(part) ? null : part);
  protected wordsOf = (kind: Comparison['operator']): string => operatorOf(kind).words;
  protected operandOf = (comparison: Comparison): Operand => operatorOf(comparison.operator).operand;
  protected rowsOf = (comparison: Comparison): string =>
    comparison.kind === 'field' ? (comparison.rows ?? 'any') : 'any';

  protected subjectOf(comparison: Comparison): Subject | undefined {
    const id = comparison.kind === 'field' ? comparison.field : comparison.property;
    return this.subjects().find((subject) => subject.id === id);
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
