import { Said } from '../../shared/said';
import { say } from '@tovlet/core/locale/say';
import { inSentence } from '@tovlet/core/locale/say';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import {
  MatAutocomplete,
  MatAutocompleteTrigger,
  type MatAutocompleteSelectedEvent,
} from '@angular/material/autocomplete';
import { MatOption } from '@angular/material/core';
import { MatIcon } from '@angular/material/icon';
import type { FoundEntry } from '@tovlet/core/contracts/routes';
import { SearchState } from '../../fetching/search-state';
import { searched } from '../../fetching/searched';
import { ModelStore } from '../../shell/model-store';
import { EntriesFound } from './entries-found';

/** An entry that is wanted and not there. */
export interface NewEntry {
  readonly type: string;
  readonly title: string;
}

/** A new entry that is offered. */
interface EntryOffer extends NewEntry {
  readonly words: string;
}

/** Of so many types a new entry is offered. */
const OFFERED = 3;

const sameWords = (one: string, other: string): boolean =>
  one.localeCompare(other, undefined, { sensitivity: 'accent' }) === 0;

/** The box that finds one more entry by words. */
@Component({
  selector: 'tov-entry-finder',
  imports: [MatAutocomplete, MatAutocompleteTrigger, MatIcon, MatOption, SearchState, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      #words
      class="control"
      type="text"
      [id]="boxId()"
      [attr.aria-label]="label()"
      [attr.aria-describedby]="describedBy()"
      [attr.aria-invalid]="invalid()"
      placeholder="Find {{ wanted() }}"
      i18n-placeholder
      [disabled]="disabled()"
      [matAutocomplete]="list"
      (focus)="focused.set(true)"
      (blur)="focused.set(false)"
      (input)="query.set(words.value)"
      (keydown.escape)="clear()"
    />
    <tov-search-state [of]="search" />
    <mat-autocomplete
      #list="matAutocomplete"
      autoActiveFirstOption
      [hideSingleSelectionIndicator]="true"
      [displayWith]="nothing"
      ariaLabel="Found {{ wanted() }}"
      i18n-ariaLabel
      (optionSelected)="choose($event)"
    >
      @for (entry of offered(); track entry.id) {
        <mat-option [value]="entry.id" (mousedown)="$event.preventDefault()">
          @if (entry.thumbnail; as thumbnail) {
            <img alt="" [src]="thumbnail" />
          }
          {{ entry.title }}
          <span class="kind"
            >{{ typeName(entry.typeId) }}{{ entry.status === 'draft' ? ', ' + ('draft' | said) : '' }}</span
          >
        </mat-option>
      }
      @for (offer of offers(); track offer.type) {
        <mat-option [value]="offer" (mousedown)="$event.preventDefault()">
          <mat-icon svgIcon="add" aria-hidden="true" />{{ offer.words }}
        </mat-option>
      }
    </mat-autocomplete>
  `,
  styles: `
    :host {
      display: block;
      width: 100%;
      max-width: 460px;
    }
    img {
      width: 34px;
      height: 24px;
      margin-right: 8px;
      border-radius: 3px;
      object-fit: cover;
      vertical-align: middle;
    }
    .kind {
      margin-left: 8px;
      color: var(--muted);
      font-size: 12px;
    }
  `,
})
export class EntryFinder {
  readonly boxId = input.required<string>();
  readonly label = input<string | null>(null);
  readonly describedBy = input<string | null>(null);
  readonly invalid = input(false);
  readonly disabled = input(false);
  /** The content types to look among; none means all. */
  readonly types = input<readonly string[]>([]);
  /** Entries that are not offered, as they are chosen already. */
  readonly without = input<readonly string[]>([]);
  /** Whether an entry that is not found may be made. */
  readonly creates = input(false);
  readonly chosen = output<string>();
  /** The same, with what it is called. */
  readonly found = output<FoundEntry>();
  /** Somebody wants a new entry of this title. */
  readonly created = output<NewEntry>();

  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('words');
  private readonly model = inject(ModelStore);
  private readonly entries = inject(EntriesFound);
  protected readonly query = signal('');
  protected readonly focused = signal(false);
  protected readonly search = searched({
    request: () => (this.focused() ? { q: this.query().trim(), types: this.types().join(',') } : undefined),
    find: (words) => this.entries.search(words),
  });
  protected readonly offered = computed(() => {
    const chosen = new Set(this.without());
    return this.search.found().filter(({ id }) => !chosen.has(id));
  });
  protected readonly wanted = computed(() => {
    const { typeById } = this.model.compiled();
    const names = this.types().map(
      (id) => inSentence(typeById.get(id)?.contentType.plural) ?? say`removed type`,
    );
    return names.length === 0 ? say`entries` : names.join(say` or `);
  });

  /** What could be made of the words, where nothing is called so: an entry of each of the types. */
  protected readonly offers = computed<readonly EntryOffer[]>(() => {
    const title = this.query().trim();
    const isThere = this.search.found().some((entry) => sameWords(entry.title, title));
    if (!this.creates() || title === '' || isThere || !this.search.isCurrent()) return [];
    const { types, typeById } = this.model.compiled();
    const wanted = this.types().length > 0 ? this.types() : types.map(({ contentType }) => contentType.id);
    return wanted.slice(0, OFFERED).flatMap((type) => {
      const singular = inSentence(typeById.get(type)?.contentType.singular);
      return singular === undefined
        ? []
        : [{ type, title, words: say`New ${singular} “${title}”, as a draft` }];
    });
  });

  protected typeName(id: string): string {
    return this.model.compiled().typeById.get(id)?.contentType.singular ?? '';
  }

  /** The box is empty again once something is chosen: more can be found at once. */
  protected readonly nothing = (): string => '';

  protected choose({ option }: MatAutocompleteSelectedEvent): void {
    const chosen: unknown = option.value;
    const offer = this.offers().find((each) => each === chosen);
    const found = this.search.found().find(({ id }) => id === chosen);
    this.clear();
    option.deselect();
    if (offer) this.created.emit({ type: offer.type, title: offer.title });
    if (found) {
      this.found.emit(found);
      this.chosen.emit(found.id);
    }
  }

  protected clear(): void {
    this.box().nativeElement.value = '';
    this.query.set('');
  }
}
