import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { isJsonObject } from '@tovlet/core/json';
import { say } from '@tovlet/core/locale/say';
import { Widget } from '../../forms/widget';
import { fetched } from '../../fetching/fetched';
import { EntriesFound } from '../../pickers/entry/entries-found';
import { EntryFinder } from '../../pickers/entry/entry-finder';
import { ICON_BUTTON } from '../../shared/icon-button';
import { Said } from '../../shared/said';
import { ModelStore } from '../../shell/model-store';

interface LinkParts {
  readonly url: string;
  readonly text: string;
  readonly newTab: boolean;
  /** The entry to whose page it leads; null for an address. */
  readonly entry: string | null;
}

/** An address, or an entry for the address of its page, with the words that lead there. */
@Component({
  selector: 'tov-link-widget',
  imports: [EntryFinder, ICON_BUTTON, MatButton, MatCheckbox, MatIcon, RouterLink, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './link-widget.html',
  styleUrl: './link-widget.scss',
})
export class LinkWidget extends Widget {
  private readonly entries = inject(EntriesFound);
  private readonly model = inject(ModelStore);
  protected readonly wordsOfLink = say`Words of the link`;
  /** Whether an entry is looked for in the place of an address. */
  protected readonly finding = signal(false);
  protected readonly parts = computed<LinkParts>(() => {
    const value = this.value();
    const { url, text, newTab, entry } = isJsonObject(value)
      ? value
      : { url: value, text: '', newTab: false, entry: null };
    return {
      url: typeof url === 'string' ? url : '',
      text: typeof text === 'string' ? text : '',
      newTab: newTab === true,
      entry: typeof entry === 'string' ? entry : null,
    };
  });
  private readonly titles = fetched({
    request: () => this.parts().entry ?? undefined,
    fetch: (id) => this.entries.titles(id),
  });
  private readonly found = computed(() => this.titles.value()?.get(this.parts().entry ?? ''));
  protected readonly title = computed(() => {
    if (this.titles.state() === 'failed') return say`Its title cannot be shown at the moment`;
    const isKnown = this.titles.value() !== undefined && !this.titles.isAsking();
    return this.found()?.title ?? (isKnown ? say`An entry that was deleted` : '…');
  });
  /** Where the entry is changed; null while it is not known. */
  protected readonly address = computed(() => {
    const found = this.found();
    const type = found && this.model.compiled().typeById.get(found.typeId);
    return type ? ['/content', type.contentType.key, found.id] : null;
  });

  protected change(part: Partial<LinkParts>): void {
    const { entry, ...next } = { ...this.parts(), ...part };
    const isEmpty = entry === null && next.url === '' && next.text === '';
    this.commit()(isEmpty ? null : entry === null ? next : { ...next, url: '', entry });
  }

  protected lead(entry: string): void {
    this.finding.set(false);
    this.change({ entry });
  }
}
