import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { say } from '@tovlet/core/locale/say';
import type { Binding } from '@tovlet/core/templates/binding';
import { formatsOf } from '@tovlet/core/templates/formats';
import { findPath } from '@tovlet/core/templates/found-path';
import type { Seats } from '@tovlet/core/templates/seats';
import type { ValueOption } from '@tovlet/core/templates/value-options';
import { PathSearch } from '../../pickers/path/path-search';
import { SampleValues } from '../../pickers/path/sample-values';
import { Choice } from '../../shared/choice';
import { Options } from '../../shared/options';
import { BuilderStore } from './builder-store';

/** One bound value: which, in which format, with which words around it, and what stands there where it is empty. */
@Component({
  selector: 'tov-binding-panel',
  imports: [Choice, Options, PathSearch],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let bound = binding();
    <tov-path-search
      label="Value"
      i18n-label
      [options]="options()"
      [sampleOf]="sampleOf"
      [chosenLabel]="label()"
      [gone]="found() === null"
      (chosen)="bind($event)"
    />
    @if (formats().length > 1) {
      <label class="line">
        <span i18n>Format</span>
        <tov-choice
          label="Format"
          i18n-label
          [options]="formats() | options: 'kind' : 'label'"
          [value]="bound.format ?? formats()[0]?.kind ?? null"
          (chosen)="change({ format: $event })"
        />
      </label>
    }
    @if (withWords()) {
      <div class="around">
        <label class="line"
          ><span i18n>Before it</span
          ><input
            #prefix
            class="control"
            maxlength="200"
            [value]="bound.prefix ?? ''"
            (change)="change({ prefix: prefix.value })"
        /></label>
        <label class="line"
          ><span i18n>After it</span
          ><input
            #suffix
            class="control"
            maxlength="200"
            [value]="bound.suffix ?? ''"
            (change)="change({ suffix: suffix.value })"
        /></label>
      </div>
      <label class="line"
        ><span i18n>Instead, where the value is empty</span
        ><input
          #fallback
          class="control"
          maxlength="500"
          [value]="bound.fallback"
          (change)="change({ fallback: fallback.value })"
      /></label>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 8px;
      padding: 8px;
      border: 1px solid var(--line);
      border-radius: var(--radius);
      background: var(--raised);
    }
    .around {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px;
    }
  `,
})
export class BindingPanel {
  readonly binding = input.required<Binding>();
  readonly options = input.required<readonly ValueOption[]>();
  /** Where the value is seen from; null where that is not known. */
  readonly seats = input.required<Seats | null>();
  /** Whether words can stand around it, or instead. */
  readonly withWords = input(true);
  readonly changed = output<Binding>();

  private readonly store = inject(BuilderStore);
  private readonly samples = inject(SampleValues);
  protected readonly sampleOf = (option: ValueOption): string => this.samples.valueOf(option);

  protected readonly found = computed(() => {
    const seats = this.seats();
    return seats && findPath(this.binding(), seats, this.store.standing.paths());
  });
  protected readonly formats = computed(() => {
    const found = this.found();
    return found ? formatsOf(found) : [];
  });
  /** What is bound, in words. */
  protected readonly label = computed(() => {
    const { source, up = 0, path } = this.binding();
    const option = this.options().find(
      ({ place }) => place.source === source && (place.up ?? 0) === up && place.path === path,
    );
    return option?.path.label ?? this.found()?.resolved.label ?? say`A removed field`;
  });

  protected bind({ place }: ValueOption): void {
    const { fallback, prefix, suffix } = this.binding();
    const around = {
      ...(prefix === undefined ? {} : { prefix }),
      ...(suffix === undefined ? {} : { suffix }),
    };
    this.changed.emit({ ...place, format: null, fallback, ...around });
  }

  protected change(change: Partial<Pick<Binding, 'format' | 'fallback' | 'prefix' | 'suffix'>>): void {
    this.changed.emit({ ...this.binding(), ...change });
  }
}
