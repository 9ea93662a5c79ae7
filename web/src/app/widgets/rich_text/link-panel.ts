import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { say } from '@tovlet/core/locale/say';
import { fetched } from '../../fetching/fetched';
import { EntriesFound } from '../../pickers/entry/entries-found';
import { EntryFinder } from '../../pickers/entry/entry-finder';

/** Where a link leads: to an address, or to an entry. */
export type LinkTarget = { readonly href: string } | { readonly entry: string; readonly title: string };

/** Asks where the chosen words lead. */
@Component({
  selector: 'tov-link-panel',
  imports: [EntryFinder, MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); chosen.emit({ href: address.value.trim() })">
      <label i18n [attr.for]="boxId() + '-address'">Address</label>
      <input
        #address
        class="control"
        inputmode="url"
        placeholder="https:// or /page"
        [id]="boxId() + '-address'"
        [value]="href()"
      />
      <button i18n type="submit" matButton="outlined">Set</button>
      @if (href() !== '' || entry() !== '') {
        <button i18n type="button" matButton (click)="removed.emit()">Take the link out</button>
      }
    </form>
    <div class="entry">
      <label i18n [attr.for]="boxId() + '-entry'">Or an entry</label>
      @if (entry() !== '') {
        <strong>{{ title() }}</strong>
      }
      <tov-entry-finder
        [boxId]="boxId() + '-entry'"
        (found)="chosen.emit({ entry: $event.id, title: $event.title })"
      />
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
      padding: 8px 10px;
      border-bottom: 1px solid var(--line);
      background: var(--sunken);
    }
    form,
    .entry {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px;
    }
    label {
      min-width: 84px;
      font-size: 13px;
    }
    .control,
    tov-entry-finder {
      flex: 1 1 180px;
      width: auto;
    }
  `,
})
export class LinkPanel {
  readonly boxId = input.required<string>();
  /** The address and the entry that it leads to by now; empty for none. */
  readonly href = input('');
  readonly entry = input('');
  readonly chosen = output<LinkTarget>();
  readonly removed = output();
  private readonly entries = inject(EntriesFound);
  private readonly titles = fetched({
    request: () => this.entry() || undefined,
    fetch: (id) => this.entries.titles(id),
  });
  protected readonly title = computed(() => {
    if (this.titles.state() === 'failed') return say`Its title cannot be shown at the moment`;
    const known = this.titles.value();
    return known ? (known.get(this.entry())?.title ?? say`An entry that was deleted`) : '…';
  });
}
