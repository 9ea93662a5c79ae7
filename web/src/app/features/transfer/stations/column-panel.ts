import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { optionNames } from '@tovlet/core/conversions/option-names';
import { say } from '@tovlet/core/locale/say';
import { optionWords } from '@tovlet/core/messages/conversion-words';
import { cellInWords, rowProblemInWords } from '@tovlet/core/messages/import-words';
import { importColumns } from '@tovlet/core/transfer/import-columns';
import type { Transformation, TransformationKind } from '@tovlet/core/transfer/transformations/index';
import { firstValueFrom } from 'rxjs';
import { fetched } from '../../../fetching/fetched';
import { FetchedPart } from '../../../fetching/fetched-part';
import { Choice } from '../../../shared/choice';
import { ICON_BUTTON } from '../../../shared/icon-button';
import { ImportStore } from '../import-store';
import { ImportsApi } from '../imports-api';
import { StepLine } from './step-line';

/** A step of each kind as it is first put in. */
const NEW_STEPS: { readonly [Kind in TransformationKind]: Extract<Transformation, { readonly kind: Kind }> } =
  {
    replace: { kind: 'replace', find: ' ', with: ' ' },
    part: { kind: 'part', separator: ',', at: 1 },
    letters: { kind: 'letters', as: 'first_capital' },
    surround: { kind: 'surround', before: '', behind: '' },
  };

const STEP_WORDS: Readonly<Record<TransformationKind, string>> = {
  replace: say`Replace words`,
  part: say`Take a part`,
  letters: say`Small or capital letters`,
  surround: say`Put words around`,
};

/** What fits nothing, in an import: it cannot be kept, for in the field it has no place. */
const OTHERWISE: Readonly<Record<string, string>> = { keep: say`refuses the row`, empty: say`is left out` };

/** How the cells of one column are taken: steps, what cells leave open, and the first rows before and after. */
@Component({
  selector: 'tov-column-panel',
  imports: [Choice, FetchedPart, ICON_BUTTON, MatIcon, StepLine],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="how">
      @for (step of steps(); track $index) {
        <div class="step">
          <tov-step-line [step]="step" [fixed]="fixed()" (changed)="setStep($index, $event)" />
          <button
            type="button"
            matIconButton
            ariaLabel="Take step {{ $index + 1 }} away"
            i18n-ariaLabel
            [disabled]="fixed()"
            (click)="setStep($index, null)"
          >
            <mat-icon svgIcon="close" />
          </button>
        </div>
      }
      <div class="step">
        <tov-choice
          label="Another step"
          i18n-label
          none="Another step…"
          i18n-none
          [options]="kinds"
          [value]="null"
          [disabled]="fixed()"
          (chosen)="add($event)"
        />
      </div>
      @for (option of options(); track option.name) {
        <label class="line">
          <span>{{ option.label }}</span>
          <tov-choice
            [label]="option.label"
            [options]="option.choices"
            [value]="option.value"
            [disabled]="fixed()"
            (chosen)="setOption(option.name, $event)"
          />
        </label>
      }
    </div>
    <tov-fetched what="The first rows" i18n-what [of]="tried" [lines]="3">
      <table>
        <caption i18n class="visually-hidden">
          The first rows, before and after
        </caption>
        <tbody>
          @for (row of cases(); track row.number) {
            <tr>
              <td class="muted at">{{ row.number }}</td>
              <td dir="auto">{{ row.before }}</td>
              <td dir="auto">
                <span class="muted" aria-hidden="true">→ </span
                ><span [class.error-text]="row.isWrong">{{ row.after }}</span>
              </td>
            </tr>
          }
        </tbody>
      </table>
    </tov-fetched>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(220px, 1fr) minmax(0, 2fr);
      gap: 18px;
      padding: 12px 14px;
      border-radius: var(--radius);
      background: var(--sunken);
    }
    .how {
      display: grid;
      gap: 8px;
      align-content: start;
    }
    .step {
      display: flex;
      gap: 4px;
      align-items: center;
    }
    .line {
      display: grid;
      gap: 3px;
      color: var(--muted);
    }
    table {
      width: 100%;
      border-collapse: collapse;
    }
    td:nth-child(2) {
      width: 42%;
    }
    td {
      padding: 3px 10px 3px 0;
      overflow-wrap: anywhere;
      vertical-align: top;
    }
    .at {
      width: 34px;
    }
    @media (max-width: 640px) {
      :host {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class ColumnPanel {
  /** The name of the column. */
  readonly column = input.required<string>();
  readonly fixed = input(false);

  private readonly api = inject(ImportsApi);
  private readonly store = inject(ImportStore);
  protected readonly kinds = Object.entries(STEP_WORDS).map(([value, label]) => ({ value, label }));

  private readonly recipe = computed(() =>
    this.store.recipe()?.columns.find(({ column }) => column === this.column()),
  );
  private readonly planned = computed(() => {
    const [type, recipe] = [this.store.type(), this.recipe()];
    return type && recipe ? importColumns(type, { columns: [recipe] }, 'developer')[0] : undefined;
  });
  protected readonly steps = computed(() => this.recipe()?.steps ?? []);
  protected readonly options = computed(() => {
    const [recipe, fields] = [this.recipe(), this.planned()?.fields];
    if (!recipe || !fields) return [];
    const names = optionNames(fields.before, fields.after).filter((name) => name in optionWords);
    return names.map((name) => ({
      name,
      label: optionWords[name as keyof typeof optionWords].label,
      value: String(recipe.options[name as keyof typeof optionWords]),
      choices: Object.entries<string>(optionWords[name as keyof typeof optionWords].choices)
        .filter(([value]) => name !== 'otherwise' || value in OTHERWISE)
        .map(([value, label]) => ({
          value,
          label: name === 'otherwise' ? (OTHERWISE[value] ?? label) : label,
        })),
    }));
  });

  protected readonly tried = fetched({
    request: () => {
      const [answer, source, recipe] = [this.store.answer(), this.store.source(), this.store.recipe()];
      return answer && source && recipe
        ? { id: answer.id, body: { version: answer.version, source, recipe } }
        : undefined;
    },
    fetch: ({ id, body }) => firstValueFrom(this.api.try(id, body)),
    keeps: () => true,
  });

  protected readonly cases = computed(() => {
    const to = this.recipe()?.to ?? '';
    return (this.tried.value()?.rows ?? []).map(({ number, cells, changes, problems, title }) => {
      const wrong = problems.find((each) => each.code === 'cell' && each.column === this.column());
      const value = changes.find((each) => each.to === to)?.after ?? null;
      const before = cellInWords(cells?.[this.column()] ?? null);
      const own = to === 'title' ? title : cellInWords(value);
      const after = wrong ? rowProblemInWords(wrong, this.store.labelOf) : own;
      return { number, before, after, isWrong: wrong !== undefined };
    });
  });

  protected add(kind: string | null): void {
    const step = Object.values(NEW_STEPS).find((each) => each.kind === kind);
    if (step) this.store.setColumn(this.column(), { steps: [...this.steps(), step] });
  }

  protected setStep(at: number, step: Transformation | null): void {
    const steps = this.steps().flatMap((each, index) => (index === at ? (step ? [step] : []) : [each]));
    this.store.setColumn(this.column(), { steps });
  }

  protected setOption(name: string, value: string | null): void {
    const recipe = this.recipe();
    if (recipe && value !== null)
      this.store.setColumn(this.column(), { options: { ...recipe.options, [name]: value } });
  }
}
