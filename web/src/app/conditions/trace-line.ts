import { Said } from '../shared/said';
import { say } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { isConditionList } from '@tovlet/core/conditions/condition';
import type { Explanation } from '@tovlet/core/evaluation/explain';
import type { JsonValue } from '@tovlet/core/json';
import { conditionWords } from '@tovlet/core/messages/condition-words';
import { counted } from '@tovlet/core/locale/counts';
import { TermsStore } from '../shell/terms-store';
import { ModelStore } from '../shell/model-store';

const CONNECTIVES = { all: say`All of`, any: say`Any of`, none: say`None of` } as const;

/** One condition in words, whether it holds, and the values that decided it. */
@Component({
  selector: 'tov-trace-line',
  imports: [MatIcon, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p [class.holds]="explanation().outcome">
      <mat-icon
        [svgIcon]="explanation().outcome ? 'check' : 'close'"
        [attr.aria-label]="(explanation().outcome ? 'holds' : 'does not hold') | said"
      />
      <span>
        @if (row() !== null) {
          <span i18n class="muted">Row {{ (row() ?? 0) + 1 }}:</span>
        }
        {{ words() }}
        @if (actual(); as now) {
          <span i18n class="muted">now {{ now }}</span>
        }
      </span>
    </p>
    @if (explanation().parts.length > 0) {
      <div class="parts">
        @for (part of explanation().parts; track $index) {
          <tov-trace-line [explanation]="part" />
        }
      </div>
    }
  `,
  styles: `
    p {
      display: flex;
      gap: 6px;
      align-items: flex-start;
      margin: 2px 0;
    }
    mat-icon {
      color: var(--muted);
      flex: none;
    }
    .holds mat-icon {
      color: var(--spruce);
    }
    .parts {
      padding-left: 22px;
    }
  `,
})
export class TraceLine {
  readonly explanation = input.required<Explanation>();
  readonly row = input<number | null>(null);
  private readonly model = inject(ModelStore);

  private readonly terms = inject(TermsStore);
  private readonly nameOf = (id: string): string | undefined =>
    this.terms.byId().get(id)?.label ?? this.model.compiled().subjectById.get(id)?.contentType.singular;

  protected readonly words = computed(() => {
    const { condition } = this.explanation();
    if (isConditionList(condition)) return say`${CONNECTIVES[condition.kind]} these:`;
    return conditionWords(condition, this.model.compiled(), this.nameOf);
  });
  protected readonly actual = computed(() => {
    const { condition, actual } = this.explanation();
    if (isConditionList(condition)) return '';
    const field = condition.kind === 'field' ? this.model.compiled().fields.get(condition.field) : undefined;
    const shown = (value: JsonValue): string => {
      if (value === null) return 'empty';
      if (Array.isArray(value)) {
        const names = value.map((each) => this.nameOf(String(each)));
        return names.every((name) => name !== undefined)
          ? names.join(', ') || 'none'
          : counted(value.length, 'row', 'rows');
      }
      const displayed = field?.behaviour.display(value, undefined);
      return displayed && 'text' in displayed && displayed.text !== ''
        ? displayed.text
        : (this.nameOf(String(value)) ?? String(value));
    };
    return actual.slice(0, 6).map(shown).join(', ');
  });
}
