import { say } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatChip, MatChipRemove, MatChipSet } from '@angular/material/chips';
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
  imports: [EntryFinder, MatChip, MatChipRemove, MatChipSet, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (value().length > 0) {
      <mat-chip-set aria-label="Chosen entries" i18n-aria-label>
        @for (id of value(); track id) {
          <mat-chip [disabled]="disabled()" (removed)="remove(id)">
            {{ titleOf(id) }}
            <button matChipRemove type="button" ariaLabel="Take out {{ titleOf(id) }}" i18n-ariaLabel>
              <mat-icon svgIcon="close" />
            </button>
          </mat-chip>
        }
      </mat-chip-set>
    }
    @if (!folds() || value().length === 0) {
      <tov-entry-finder
        [boxId]="boxId"
        label="Search entries"
        i18n-label
        [types]="types()"
        [without]="without()"
        [disabled]="disabled()"
        (chosen)="add($event)"
      />
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 4px;
      justify-items: start;
    }
  `,
})
export class EntrySearch {
  readonly value = input.required<readonly string[]>();
  readonly several = input(false);
  readonly disabled = input(false);
  /** Whether the box goes while something is chosen, for the room it takes. */
  readonly folds = input(false);
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
