import { HttpClient } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { fetched } from '../../fetching/fetched';
import { SearchState } from '../../fetching/search-state';
import { searched } from '../../fetching/searched';
import type { JsonValue } from '@tovlet/core/json';
import { firstValueFrom } from 'rxjs';

interface FoundEntry {
  readonly id: string;
  readonly title: string;
}

/** Chooses entries by words of their title. */
@Component({
  selector: 'tov-entry-search',
  imports: [MatIcon, SearchState],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (id of value(); track id) {
      <span class="tag"
        >{{ titleOf(id)
        }}<button
          type="button"
          class="icon-button"
          [attr.aria-label]="'Take out ' + titleOf(id)"
          [disabled]="disabled()"
          (click)="remove(id)"
        >
          <mat-icon svgIcon="close" /></button
      ></span>
    }
    <input
      #words
      class="control"
      placeholder="Search entries"
      aria-label="Search entries"
      [disabled]="disabled()"
      [value]="query()"
      (input)="query.set(words.value)"
    />
    <tov-search-state [of]="search" />
    @if (search.found().length > 0) {
      <ul>
        @for (entry of search.found(); track entry.id) {
          <li>
            <button type="button" (click)="add(entry.id)">{{ entry.title }}</button>
          </li>
        }
      </ul>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 4px;
      justify-items: start;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 2px;
      width: 100%;
      border: 1px solid var(--line);
      border-radius: var(--radius);
      max-height: 180px;
      overflow: auto;
    }
    li button {
      width: 100%;
      text-align: left;
      border: 0;
      background: none;
      padding: 4px 8px;
      cursor: pointer;
    }
    li button:hover {
      background: var(--spruce-wash);
    }
    .tag .icon-button {
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
  readonly changed = output<JsonValue>();
  private readonly http = inject(HttpClient);
  protected readonly query = signal('');
  protected readonly search = searched({
    request: () => {
      const q = this.query().trim();
      return q === '' ? undefined : { q, types: this.types().join(',') };
    },
    find: (params) =>
      firstValueFrom(this.http.get<readonly FoundEntry[]>('/api/studio/entries/search', { params })),
  });

  private readonly titles = fetched({
    request: () => this.value().join(',') || undefined,
    fetch: async (ids) => {
      const request = this.http.get<readonly FoundEntry[]>('/api/studio/entries/titles', { params: { ids } });
      const found = await firstValueFrom(request);
      return new Map(found.map(({ id, title }) => [id, title]));
    },
  });
  /** The title of a chosen entry, once it is known. */
  protected titleOf(id: string): string {
    return (
      this.titles.value()?.get(id) ??
      (this.titles.value() && !this.titles.isAsking() ? 'a deleted entry' : '…')
    );
  }

  protected add(id: string): void {
    this.query.set('');
    this.changed.emit(this.several() ? [...new Set([...this.value(), id])] : id);
  }

  protected remove(id: string): void {
    this.changed.emit(this.several() ? this.value().filter((each) => each !== id) : null);
  }
}
