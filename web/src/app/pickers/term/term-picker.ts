import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { Choice } from '../../shared/choice';
import type { ChoiceOption } from '../../shared/choice-option';
import { ModelStore } from '../../shell/model-store';
import { TermsStore } from '../../shell/terms-store';

/** Chooses a term, of one taxonomy or of any; each stands below the one above it. */
@Component({
  selector: 'tov-term-picker',
  imports: [Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-choice
      [options]="offered()"
      [value]="value()"
      [none]="none()"
      [label]="label()"
      [disabled]="disabled()"
      (chosen)="chosen.emit($event)"
    />
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
  `,
})
export class TermPicker {
  private readonly model = inject(ModelStore);
  private readonly terms = inject(TermsStore);
  /** The id of the term. */
  readonly value = input<string | null>(null);
  /** The taxonomy whose terms are offered; those of all, under its name each, where there is none. */
  readonly taxonomy = input<string>();
  /** Whether a term is offered, by its id. */
  readonly offers = input<(id: string) => boolean>(() => true);
  readonly none = input('Choose…');
  readonly label = input.required<string>();
  readonly disabled = input(false);
  readonly chosen = output<string | null>();

  protected readonly offered = computed(() => {
    const one = this.taxonomy();
    if (one !== undefined) return this.optionsOf(one);
    return this.model
      .document()
      .taxonomies.flatMap(({ id, plural: group }) =>
        this.optionsOf(id).map((option) => ({ ...option, group })),
      );
  });

  constructor() {
    void this.terms.start();
  }

  private optionsOf(taxonomy: string): readonly ChoiceOption[] {
    return this.terms
      .linesOf(taxonomy)
      .filter(({ id }) => this.offers()(id))
      .map(({ id, label, depth }) => ({ value: id, label: `${'\u00a0\u00a0'.repeat(depth)}${label}` }));
  }
}
