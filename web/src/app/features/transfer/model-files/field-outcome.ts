import { ChangeDetectionStrategy, Component, computed, input, linkedSignal } from '@angular/core';
import type { FieldRehearsal } from '@tovlet/core/contracts/studio/model-files';
import type { JsonValue } from '@tovlet/core/json';
import { counted } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { Balance, lookedInto, type Stretch } from '../../../shared/balance';
import { OUTCOME_STRETCHES, outcomeStretches } from '../../../shared/outcome-stretches';

const asText = (value: JsonValue): string => (typeof value === 'string' ? value : JSON.stringify(value));

/** What becomes of the values of one field: the balance, and some of those in the stretch that is looked into. */
@Component({
  selector: 'tov-field-outcome',
  imports: [Balance],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <strong>{{ rehearsal().label }}</strong>
    <div>
      @if (rehearsal().report) {
        <tov-balance [label]="balanceLabel()" [stretches]="stretches()" [(chosen)]="chosen" />
        <ul>
          @for (each of samples(); track $index) {
            <li>
              <span>{{ each.before }}</span>
              <span aria-hidden="true">→</span>
              <span>{{ each.after }}</span>
              <span class="muted">{{ each.times }}</span>
            </li>
          }
        </ul>
      } @else {
        <p class="error-text">{{ goneWords() }}</p>
      }
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 160px) minmax(0, 1fr);
      gap: 12px;
      align-items: start;
      margin-top: 10px;
    }
    p {
      margin: 0;
    }
    ul {
      display: grid;
      gap: 2px;
      margin: 8px 0 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    @media (max-width: 640px) {
      :host {
        grid-template-columns: 1fr;
        gap: 4px;
      }
    }
  `,
})
export class FieldOutcome {
  readonly rehearsal = input.required<FieldRehearsal>();

  protected readonly stretches = computed((): readonly Stretch[] => {
    const { report } = this.rehearsal();
    return report ? outcomeStretches(report) : [];
  });
  protected readonly chosen = linkedSignal<readonly Stretch[], string | null>({
    source: this.stretches,
    computation: (stretches, previous) => lookedInto(stretches, previous?.value),
  });
  protected readonly samples = computed(() => {
    const kinds = OUTCOME_STRETCHES.find(({ id }) => id === this.chosen())?.kinds ?? [];
    return (this.rehearsal().report?.samples ?? [])
      .filter(({ kind }) => kinds.includes(kind))
      .slice(0, 5)
      .map(({ before, after, count }) => ({
        before: asText(before),
        after: after === null ? say`nothing` : asText(after),
        times: count === 1 ? '' : say`${counted(count, 'time', 'times')}`,
      }));
  });
  protected readonly balanceLabel = computed(
    () => say`What becomes of the values of ${this.rehearsal().label}`,
  );
  protected readonly goneWords = computed(
    () => say`${counted(this.rehearsal().values, 'value', 'values')} go with the field`,
  );
}
