import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import {
  MatActionList,
  MatListItem,
  MatListItemIcon,
  MatListItemMeta,
  MatListItemTitle,
} from '@angular/material/list';
import { leftOut } from '@tovlet/core/templates/left-out';
import { fittingBlock } from '@tovlet/core/templates/put-on-page';
import type { ValueOption } from '@tovlet/core/templates/value-options';
import { SampleValues } from '../../pickers/path/sample-values';
import { SessionStore } from '../../shell/session-store';
import { BuilderStore } from './builder-store';

/** What is to be said of a page while no block is chosen: what is wrong on it, and what it leaves out. */
@Component({
  selector: 'tov-page-summary',
  imports: [MatActionList, MatIcon, MatListItem, MatListItemIcon, MatListItemMeta, MatListItemTitle],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './page-summary.html',
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 14px;
      padding: 14px 8px;
    }
    h2,
    p {
      padding: 0 8px;
    }
    .brick {
      color: var(--brick);
    }
    .words {
      white-space: normal;
    }
  `,
})
export class PageSummary {
  protected readonly store = inject(BuilderStore);
  protected readonly samples = inject(SampleValues);
  private readonly session = inject(SessionStore);
  protected readonly canChange = computed(() => this.session.canModel());
  protected readonly isOfBlocks = computed(() => this.store.content().mode === 'blocks');
  protected readonly missing = computed(() => {
    const type = this.store.type();
    if (!type || !this.store.loaded() || !this.isOfBlocks()) return [];
    return leftOut(this.store.content().blocks, type, this.store.standing.paths());
  });

  protected put({ place, found }: ValueOption): void {
    this.store.add(fittingBlock(place, found));
  }
}
