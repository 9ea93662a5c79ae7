import { A11yModule } from '@angular/cdk/a11y';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { optionNames } from '@tovlet/core/conversions/option-names';
import type { RehearsalAnswer } from '@tovlet/core/contracts/studio';
import { fieldTypeOf } from '@tovlet/core/fields/index';
import type { JsonValue } from '@tovlet/core/json';
import { numbered } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { optionWords } from '@tovlet/core/messages/conversion-words';
import { useWords } from '@tovlet/core/messages/use-words';
import { ChangeRefused, completeChange, makeChange } from '@tovlet/core/model/changes/index';
import { USUAL_CONVERSION, type ConversionOptions } from '@tovlet/core/model/changes/conversion-options';
import type { SetField } from '@tovlet/core/model/changes/set-field';
import { compileModel } from '@tovlet/core/model/compile';
import { newErrors } from '@tovlet/core/checks/index';
import { firstValueFrom } from 'rxjs';
import { fetched } from '../../../fetching/fetched';
import { FetchedPart } from '../../../fetching/fetched-part';
import { Balance, lookedInto, type Stretch } from '../../../shared/balance';
import { Choice } from '../../../shared/choice';
import { OUTCOME_STRETCHES, outcomeStretches } from '../../../shared/outcome-stretches';
import { ChecksStore } from '../../../shell/checks-store';
import { ModelApi } from '../../../shell/model-api';
import { ModelStore } from '../../../shell/model-store';
import { SettingControl } from '../group/inspector/setting-control';
import { REHEARSAL } from './rehearsal-requested';
import { RehearsedCases } from './rehearsed-cases';

type OptionName = keyof typeof optionWords;
const isOptionName = (name: string): name is OptionName => name in optionWords;

/** What another type would make of the values of a field, before it has it: the balance, what there is to choose, the cases. */
@Component({
  selector: 'tov-rehearsal-panel',
  imports: [A11yModule, Balance, Choice, FetchedPart, MatButton, RehearsedCases, SettingControl],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './rehearsal-panel.html',
  styleUrl: './rehearsal-panel.scss',
  host: { '(keydown.escape)': 'leave($event)' },
})
export class RehearsalPanel {
  private readonly requested = inject(REHEARSAL);
  private readonly model = inject(ModelStore);
  private readonly checks = inject(ChecksStore);
  private readonly api = inject(ModelApi);

  /** The change as it was asked for, with what was chosen since. */
  private readonly change = signal<SetField>(this.requested.change);
  private readonly options = computed(() => this.change().conversion ?? USUAL_CONVERSION);
  private isFirst = true;

  protected readonly rehearsed = fetched({
    request: () => this.change(),
    fetch: (change) => this.rehearse(change),
    keeps: () => true,
  });
  protected readonly answer = this.rehearsed.value;

  private readonly document = this.model.document();
  private readonly compiled = this.model.compiled();
  protected readonly before = this.compiled.fields.get(this.requested.change.field);
  private readonly made = computed(() => {
    const change = this.answer()?.change ?? this.change();
    try {
      return compileModel(makeChange(this.document, completeChange(this.document, change)));
    } catch (error) {
      if (error instanceof ChangeRefused) return null;
      throw error;
    }
  });
  protected readonly after = computed(() => this.made()?.fields.get(this.requested.change.field));
  protected readonly errors = computed(() => {
    const made = this.made();
    return made ? newErrors(this.compiled, made).map(({ message }) => message) : [];
  });
  protected readonly uses = [
    ...new Set(
      this.checks
        .usesNow(this.requested.change.field)
        .filter(({ place }) => !['page_order', 'list_column'].includes(place.kind))
        .map(({ place }) => useWords(place, this.compiled)),
    ),
  ];

  protected readonly title = computed(() => {
    const [before, after] = [this.before, this.after()];
    if (!before) return '';
    const named = (several: boolean, name: string): string => (several ? say`several of ${name}` : name);
    const from = named(before.type.list, before.type.name);
    const to = after ? named(after.type.list, after.type.name) : '';
    return say`${before.label}: ${from} → ${to}`;
  });
  protected readonly about = computed(
    () => say`Tried on all ${numbered(this.answer()?.report.total ?? 0)} values. Nothing is changed yet.`,
  );

  protected readonly stretches = computed((): readonly Stretch[] => {
    const report = this.answer()?.report;
    return report ? outcomeStretches(report) : [];
  });
  /** The worst stretch that has values, until another is chosen. */
  protected readonly chosen = linkedSignal<readonly Stretch[], string | null>({
    source: this.stretches,
    computation: (stretches, previous) => lookedInto(stretches, previous?.value),
  });
  protected readonly kinds = computed(
    () => OUTCOME_STRETCHES.find(({ id }) => id === this.chosen())?.kinds ?? [],
  );

  private readonly hasUndecided = computed(() => (this.answer()?.report.counts.undecided ?? 0) > 0);
  protected readonly asked = computed(() => {
    const [before, after] = [this.before, this.after()];
    if (!before || !after) return [];
    return (
      optionNames(before, after)
        .filter(isOptionName)
        // Where everything fits something, nobody has to say what becomes of the rest.
        .filter((name) => name !== 'otherwise' || this.hasUndecided())
        .map((name) => ({
          name,
          label: optionWords[name].label,
          value: this.options()[name],
          choices: Object.entries<string>(optionWords[name].choices).map(([value, label]) => ({
            value,
            label,
          })),
        }))
    );
  });
  /** What the new type has to be told beside. */
  protected readonly controls = computed(() => {
    const { kind } = this.change().patch;
    return kind === undefined ? [] : fieldTypeOf(kind).controls.filter(({ fold }) => fold === 'basics');
  });
  protected readonly asksForValue = computed(
    () => this.hasUndecided() && this.options().otherwise === 'value',
  );
  protected readonly valueProblem = signal(false);

  private async rehearse(change: SetField): Promise<RehearsalAnswer> {
    const { first } = this.requested;
    if (this.isFirst) {
      this.isFirst = false;
      return first;
    }
    return firstValueFrom(this.api.rehearse(change));
  }

  protected choose(name: OptionName, value: string | null): void {
    this.setOptions({ ...this.options(), [name]: value });
  }

  private setOptions(conversion: ConversionOptions): void {
    this.change.update((change) => ({ ...change, conversion }));
  }

  /** Takes the value that what fits nothing becomes, as people type it. */
  protected chooseValue(text: string): void {
    const value = this.after()?.behaviour.coerce(text);
    this.valueProblem.set(value === undefined);
    if (value !== undefined) this.setOptions({ ...this.options(), fallback: value });
  }

  protected setSetting(key: string, value: JsonValue): void {
    this.change.update((change) => ({
      ...change,
      patch: { ...change.patch, settings: { ...this.after()?.field.settings, [key]: value } },
    }));
  }

  /** What can be made is what was rehearsed: nothing while that is under way, or where it failed. */
  protected readonly canBeMade = computed(
    () => !this.rehearsed.isAsking() && this.rehearsed.problem() === null && this.errors().length === 0,
  );

  protected make(): void {
    const answer = this.answer();
    if (answer && this.canBeMade()) this.requested.close(answer.change);
  }

  protected leave(event?: Event): void {
    event?.stopPropagation();
    this.requested.close(null);
  }
}
