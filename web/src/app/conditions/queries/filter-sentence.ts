import filterListIcon from '@material-symbols/svg-400/outlined/filter_list.svg' with { loader: 'text' };
import { knowIcons } from '../../shared/icons';
import { CdkConnectedOverlay, CdkOverlayOrigin } from '@angular/cdk/overlay';
import { CdkTrapFocus } from '@angular/cdk/a11y';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { queryWords } from '@tovlet/core/messages/query-words';
import { isQueryComparison, type QueryComparison, type QueryCondition } from '@tovlet/core/queries/condition';
import { asList, turned, withoutPart, withPart } from '@tovlet/core/queries/edit';
import { ICON_BUTTON } from '../../shared/icon-button';
import { FilterEditor } from './filter-editor';
import { QueryContext } from './query-context';

/** A part of the sentence that is pressed to be changed. */
interface Part {
  readonly words: string;
  /** The comparison; null for a list of conditions, which is shown and taken out as a whole. */
  readonly comparison: QueryComparison | null;
}

/** Where the editor is open: at a part, or for a new one. */
type OpenAt = number | 'new' | null;

/** The filter of a list as a sentence whose parts are pressed to change them. */
@Component({
  selector: 'tov-filter-sentence',
  imports: [
    CdkConnectedOverlay,
    CdkOverlayOrigin,
    CdkTrapFocus,
    FilterEditor,
    ICON_BUTTON,
    MatButton,
    MatIcon,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div role="group" aria-label="Filter" i18n-aria-label>
      @if (parts().length > 0) {
        <span class="muted" i18n>where</span>
      }
      @for (part of parts(); track $index) {
        @if ($index > 0) {
          <button
            type="button"
            class="joint"
            [disabled]="list().kind === 'none'"
            (click)="changed.emit(turn())"
          >
            @if (list().kind === 'all') {
              <ng-container i18n>and</ng-container>
            } @else {
              <ng-container i18n>or</ng-container>
            }
          </button>
        }
        <span class="part" cdkOverlayOrigin #origin="cdkOverlayOrigin">
          <button
            type="button"
            class="words"
            aria-haspopup="dialog"
            [disabled]="part.comparison === null"
            (click)="open.set($index)"
          >
            {{ part.words }}
          </button>
          <button
            type="button"
            matIconButton
            ariaLabel="Take out: {{ part.words }}"
            i18n-ariaLabel
            (click)="remove($index)"
          >
            <mat-icon svgIcon="close" />
          </button>
        </span>
        <ng-template
          cdkConnectedOverlay
          cdkConnectedOverlayHasBackdrop
          cdkConnectedOverlayBackdropClass="cdk-overlay-transparent-backdrop"
          [cdkConnectedOverlayOrigin]="origin"
          [cdkConnectedOverlayOpen]="open() === $index"
          (backdropClick)="close()"
          (detach)="close()"
        >
          <div role="dialog" aria-label="Condition" i18n-aria-label cdkTrapFocus>
            <tov-filter-editor
              [comparison]="part.comparison"
              (done)="put($index, $event)"
              (closed)="close()"
            />
          </div>
        </ng-template>
      }
      <button
        type="button"
        matButton
        aria-haspopup="dialog"
        cdkOverlayOrigin
        #adding="cdkOverlayOrigin"
        (click)="open.set('new')"
      >
        <mat-icon svgIcon="filter_list" />
        @if (parts().length === 0) {
          <ng-container i18n>Filter</ng-container>
        } @else {
          <ng-container i18n>Condition</ng-container>
        }
      </button>
      <ng-template
        cdkConnectedOverlay
        cdkConnectedOverlayHasBackdrop
        cdkConnectedOverlayBackdropClass="cdk-overlay-transparent-backdrop"
        [cdkConnectedOverlayOrigin]="adding"
        [cdkConnectedOverlayOpen]="open() === 'new'"
        (backdropClick)="close()"
        (detach)="close()"
      >
        <div role="dialog" aria-label="Condition" i18n-aria-label cdkTrapFocus>
          <tov-filter-editor [comparison]="null" (done)="put(null, $event)" (closed)="close()" />
        </div>
      </ng-template>
      @if (parts().length > 1) {
        <button type="button" matButton (click)="changed.emit(null)">
          <ng-container i18n>Clear all</ng-container>
        </button>
      }
    </div>
  `,
  styles: `
    [role='group'] {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 6px;
    }
    .part {
      display: inline-flex;
      align-items: center;
      max-width: 100%;
      border: 1px solid var(--line-strong);
      border-radius: var(--radius);
      background: var(--raised);
    }
    .words,
    .joint {
      min-height: 26px;
      border: 0;
      background: none;
      color: var(--ink);
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    .words {
      padding: 2px 2px 2px 10px;
      overflow-wrap: anywhere;
      &:hover:enabled {
        text-decoration: underline;
      }
    }
    .joint {
      padding: 2px 4px;
      color: var(--spruce);
      text-decoration: underline dotted;
      &:disabled {
        color: var(--muted);
        text-decoration: none;
      }
    }
    [matButton]:first-child {
      margin-left: -10px;
    }
    .part [matIconButton] {
      width: 24px;
      height: 24px;
    }
  `,
})
export class FilterSentence {
  private readonly context = inject(QueryContext);
  readonly condition = input.required<QueryCondition | null>();
  readonly changed = output<QueryCondition | null>();
  protected readonly open = signal<OpenAt>(null);
  protected readonly list = computed(() => asList(this.condition()));
  protected readonly parts = computed<readonly Part[]>(() =>
    this.list().conditions.map((part) => ({
      words: queryWords(part, this.context.words()),
      comparison: isQueryComparison(part) ? part : null,
    })),
  );

  protected turn = (): QueryCondition | null => turned(this.condition());

  constructor() {
    knowIcons({ filter_list: filterListIcon });
  }

  protected close(): void {
    this.open.set(null);
  }

  protected put(index: number | null, part: QueryComparison): void {
    this.close();
    this.changed.emit(withPart(this.condition(), index, part));
  }

  protected remove(index: number): void {
    this.changed.emit(withoutPart(this.condition(), index));
  }
}
