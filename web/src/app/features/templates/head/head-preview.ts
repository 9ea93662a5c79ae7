import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { DESCRIPTION_ROOM, headFindings, TITLE_ROOM } from '@tovlet/core/templates/head/findings';
import { headMarkup, titleWithSite, type HeadSite } from '@tovlet/core/templates/head/head-markup';
import type { PageHead } from '@tovlet/core/templates/head/page-head';
import { ResultWidths } from './text-widths';

/** What a page tells of itself: as it is found, as it is shared, and as code. */
@Component({
  selector: 'tov-head-preview',
  imports: [MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './head-preview.html',
  styleUrl: './head-preview.scss',
})
export class HeadPreview {
  readonly head = input.required<PageHead>();
  readonly site = input.required<HeadSite>();
  private readonly widths = inject(ResultWidths);

  protected readonly titleRoom = TITLE_ROOM;
  protected readonly descriptionRoom = DESCRIPTION_ROOM;
  protected readonly title = computed(() => titleWithSite(this.head().title, this.site().name));
  protected readonly titleWidth = computed(() => this.widths.title(this.title()));
  protected readonly descriptionWidth = computed(() => this.widths.description(this.head().description));
  protected readonly findings = computed(() => headFindings(this.head(), this.site().name, this.widths));
  /** The address as steps: the host, then what leads on. */
  protected readonly steps = computed(() =>
    this.head()
      .address.replace(/^https?:\/\//, '')
      .split('/')
      .filter(Boolean)
      .join(' / '),
  );
  protected readonly code = computed(() => headMarkup(this.head(), this.site()).trimEnd());
}
