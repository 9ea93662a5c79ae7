import { Said } from '../../shared/said';
import { say } from '@tovlet/core/locale/say';
import { inSentence } from '@tovlet/core/locale/say';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { SearchState } from '../../fetching/search-state';
import { searched } from '../../fetching/searched';
import { Choosing } from '../../shared/choosing';
import { ModelStore } from '../../shell/model-store';
import type { FoundEntry } from '@tovlet/core/contracts/routes';
import { EntriesFound } from './entries-found';

/** The box that finds one more entry by words. */
@Component({
  selector: 'tov-entry-finder',
  imports: [SearchState, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      #words
      class="control"
      role="combobox"
      autocomplete="off"
      [id]="boxId()"
      [attr.aria-label]="label()"
      [attr.aria-describedby]="describedBy()"
      [attr.aria-invalid]="invalid()"
      [attr.aria-expanded]="found().length > 0"
      [attr.aria-controls]="boxId() + '-found'"
      [attr.aria-activedescendant]="found().length > 0 ? boxId() + '-found-' + keys.active() : null"
      placeholder="Find {{ wanted() }}"
      i18n-placeholder
      [disabled]="disabled()"
      [value]="query()"
      (focus)="focused.set(true)"
      (blur)="focused.set(false)"
      (input)="query.set(words.value)"
      (keydown)="key($event)"
    />
    <tov-search-state [of]="search" />
    @if (found().length > 0) {
      <ul role="listbox" [id]="boxId() + '-found'" ariaLabel="Found {{ wanted() }}" i18n-ariaLabel>
        @for (entry of found(); track entry.id) {
          <li
            role="option"
            [id]="boxId() + '-found-' + $index"
            [attr.aria-selected]="keys.active() === $index"
            (mousedown)="$event.preventDefault(); choose(entry)"
          >
            {{ entry.title }}
            <span class="muted"
              >{{ typeName(entry.typeId) }}{{ entry.status === 'draft' ? ', ' + ('draft' | said) : '' }}</span
            >
          </li>
        }
      </ul>
    }
  `,
  styles: `
    :host {
      display: block;
      position: relative;
      width: 100%;
      max-width: 460px;
    }
    ul {
      position: absolute;
      z-index: 5;
      inset: 100% 0 auto;
      list-style: none;
      margin: 2px 0 0;
      padding: 4px;
      max-height: 240px;
      overflow: auto;
      border: 1px solid var(--line-strong);
      border-radius: var(--radius);
      background: var(--raised);
    }
    li {
      display: flex;
      gap: 8px;
      justify-content: space-between;
      padding: 5px 8px;
      border-radius: 4px;
      cursor: pointer;
    }
    li[aria-selected='true'],
    li:hover {
      background: var(--spruce-wash);
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
  readonly chosen = output<string>();

  private readonly model = inject(ModelStore);
  private readonly entries = inject(EntriesFound);
  protected readonly query = signal('');
  protected readonly focused = signal(false);
  protected readonly search = searched({
    request: () => (this.focused() ? { q: this.query().trim(), types: this.types().join(',') } : undefined),
    find: (words) => this.entries.search(words),
  });
  protected readonly found = computed(() => {
    const chosen = new Set(this.without());
    return this.search.found().filter(({ id }) => !chosen.has(id));
  });
  protected readonly keys = new Choosing<FoundEntry>(this.found, (entry) => this.choose(entry));
  protected readonly wanted = computed(() => {
    const { typeById } = this.model.compiled();
    const names = this.types().map(
      (id) => inSentence(typeById.get(id)?.contentType.plural) ?? say`removed type`,
    );
    return names.length === 0 ? 'entries' : names.join(' or ');
  });

  constructor() {
    effect(() => {
      this.search.value();
      this.keys.goTo();
    });
  }

  protected typeName(id: string): string {
    return this.model.compiled().typeById.get(id)?.contentType.singular ?? '';
  }

  protected key(event: KeyboardEvent): void {
    if (!this.keys.key(event) && event.key === 'Escape') this.query.set('');
  }

  protected choose({ id }: FoundEntry): void {
    this.query.set('');
    this.chosen.emit(id);
  }
}
