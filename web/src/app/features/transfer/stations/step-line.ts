import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { say } from '@tovlet/core/locale/say';
import type { Transformation } from '@tovlet/core/transfer/transformations/index';
import { Choice } from '../../../shared/choice';

/** One step that texts are put through, as a sentence whose parts are typed. */
@Component({
  selector: 'tov-step-line',
  imports: [Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let each = step();
    @switch (each.kind) {
      @case ('replace') {
        <span i18n>Replace</span>
        <input
          #find
          class="control"
          aria-label="What is replaced"
          i18n-aria-label
          [value]="each.find"
          [disabled]="fixed()"
          (change)="find.value && changed.emit({ kind: 'replace', find: find.value, with: each.with })"
        />
        <span i18n>by</span>
        <input
          #other
          class="control"
          aria-label="What takes its place"
          i18n-aria-label
          [value]="each.with"
          [disabled]="fixed()"
          (change)="changed.emit({ kind: 'replace', find: each.find, with: other.value })"
        />
      }
      @case ('part') {
        <span i18n>Of what stands between</span>
        <input
          #separator
          class="control short"
          aria-label="What separates the parts"
          i18n-aria-label
          [value]="each.separator"
          [disabled]="fixed()"
          (change)="
            separator.value && changed.emit({ kind: 'part', separator: separator.value, at: each.at })
          "
        />
        <span i18n>take</span>
        <tov-choice
          label="Which part"
          i18n-label
          [options]="parts"
          [value]="'' + each.at"
          [disabled]="fixed()"
          (chosen)="changed.emit({ kind: 'part', separator: each.separator, at: +($event ?? 1) })"
        />
      }
      @case ('letters') {
        <span i18n>Write in</span>
        <tov-choice
          label="Letters"
          i18n-label
          [options]="cases"
          [value]="each.as"
          [disabled]="fixed()"
          (chosen)="setCase($event)"
        />
      }
      @case ('surround') {
        <span i18n>Put</span>
        <input
          #before
          class="control"
          aria-label="Words before it"
          i18n-aria-label
          [value]="each.before"
          [disabled]="fixed()"
          (change)="changed.emit({ kind: 'surround', before: before.value, behind: each.behind })"
        />
        <span i18n>before and</span>
        <input
          #behind
          class="control"
          aria-label="Words behind it"
          i18n-aria-label
          [value]="each.behind"
          [disabled]="fixed()"
          (change)="changed.emit({ kind: 'surround', before: each.before, behind: behind.value })"
        />
        <span i18n>behind</span>
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      flex: 1;
      gap: 6px;
      align-items: center;
    }
    .control {
      width: 96px;
    }
    .short {
      width: 44px;
    }
  `,
})
export class StepLine {
  readonly step = input.required<Transformation>();
  readonly fixed = input(false);
  /** The step as it is now. */
  readonly changed = output<Transformation>();

  protected readonly parts = [
    { value: '1', label: say`the first` },
    { value: '2', label: say`the second` },
    { value: '3', label: say`the third` },
    { value: '-1', label: say`the last` },
  ];
  protected readonly cases = [
    { value: 'small', label: say`small letters` },
    { value: 'capital', label: say`capital letters` },
    { value: 'first_capital', label: say`one capital, then small letters` },
  ];

  protected setCase(value: string | null): void {
    if (value === 'small' || value === 'capital' || value === 'first_capital')
      this.changed.emit({ kind: 'letters', as: value });
  }
}
