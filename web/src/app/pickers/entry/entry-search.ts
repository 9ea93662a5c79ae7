import { say } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { ICON_BUTTON } from '../../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import { fetched } from '../../fetching/fetched';
import type { JsonValue } from '@tovlet/core/json';
import { EntriesFound } from './entries-found';
import { EntryFinder } from './entry-finder';

/** Each box has an id of its own. */
let boxes = 0;

/** Chooses entries by words of their title. */
@Component({
  selector: 'tov-entry-search',
  imports: [EntryFinder, ICON_BUTTON, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (id of value(); track id) {
      <span class="tag"
        >{{ titleOf(id)
        }}<button
          type="button"
          matIconButton
          ariaLabel="Take out {{ titleOf(id) }}"
          i18n-ariaLabel
          [disabled]="disabled()"
          (click)="remove(id)"
        >
          <mat-icon svgIcon="close" /></button
      ></span>
    }
    <tov-entry-finder
      [boxId]="boxId"
      label="Search entries"
      i18n-label
      [types]="types()"
      [without]="without()"
      [disabled]="disabled()"
      (chosen)="add($event)"
    />
  `,
  styles: `
    :host {
      display: grid;
      gap: 4px;
      justify-items: start;
    }
    .tag [matIconButton] {
      width: 20px;
      height: 20px;
    }
  `,
})
export class EntrySearch {
  readonly value = input.required<readonly string[]>();
  readonly several = input(false);
  readonly disabled = input(false);
  /** The content types to look among; none means all. */
  readonly types = input<readonly string[]>([]);
  /** Entries that cannot be chosen, such as the one that is looked at. */
  readonly besides = input<readonly string[]>([]);
  readonly changed = output<JsonValue>();
  protected readonly without = computed(() => [...this.value(), ...this.besides()]);
  private readonly entries = inject(EntriesFound);
  protected readonly boxId = `entries-${(boxes += 1)}`;

  private readonly titles = fetched({
    request: () => this.value().join(',') || undefined,
    fetch: (ids) => this.entries.titles(ids),
  });
  /** The title of a chosen entry, once it is known. */
  protected titleOf(id: string): string {
    return (
      this.titles.value()?.get(id)?.title ??
      (this.titles.value() && !this.titles.isAsking() ? say`a deleted entry` : '…')
    );
  }

  protected add(id: string): void {
    this.changed.emit(this.several() ? [...new Set([...this.value(), id])] : id);
  }

  protected remove(id: string): void {
    this.changed.emit(this.several() ? this.value().filter((each) => each !== id) : null);
  }
}
