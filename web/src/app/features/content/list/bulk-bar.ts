import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatProgressBar } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import type { BulkChange } from '@tovlet/core/bulk/index';
import type { BulkAnswer } from '@tovlet/core/contracts/studio';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { counted } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { bulkWords } from '@tovlet/core/messages/bulk-words';
import { Confirm } from '../../../shared/confirm';
import { Dialogs } from '../../../shared/dialogs';
import { ICON_BUTTON } from '../../../shared/icon-button';
import { SessionStore } from '../../../shell/session-store';
import { BulkStore } from './bulk-store';
import type { ChangeQuestion } from './change-field-dialog';
import { ChosenEntries } from './chosen-entries';

/** What became of some entries, such as “2 as before”. */
interface Stretch {
  readonly name: string;
  readonly amount: number;
  readonly words: string;
}

/** Everything that is told of a change, in the order in which it stands on the bar. */
function stretchesOf({ counts }: BulkAnswer): readonly Stretch[] {
  const stretches: readonly Stretch[] = [
    { name: 'changed', amount: counts.changed, words: say`${counts.changed} changed` },
    { name: 'same', amount: counts.same, words: say`${counts.same} were so already` },
    { name: 'refused', amount: counts.refused, words: say`${counts.refused} stay as they were` },
    { name: 'gone', amount: counts.gone, words: say`${counts.gone} are gone` },
    { name: 'stopped', amount: counts.stopped, words: say`${counts.stopped} not looked at` },
  ];
  return stretches.filter(({ amount }) => amount > 0);
}

/** What can be done with the chosen entries of a list, and what became of them. */
@Component({
  selector: 'tov-bulk-bar',
  imports: [ICON_BUTTON, MatButton, MatIcon, MatProgressBar, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (bulk.current(); as current) {
      <section class="bar" aria-label="Change of many entries" i18n-aria-label>
        <div class="line">
          <strong>{{ words(current) }}</strong>
          <span role="status" class="muted">{{ progress(current) }}</span>
          <span class="gap"></span>
          @if (bulk.running()) {
            <button type="button" matButton="outlined" [disabled]="bulk.asking()" (click)="bulk.stop()">
              <ng-container i18n>Stop</ng-container>
            </button>
          }
          @if (!current.takesBack && !current.takenBack && current.counts.changed > 0) {
            <button type="button" matButton="outlined" [disabled]="bulk.asking()" (click)="bulk.takeBack()">
              <ng-container i18n>Take back</ng-container>
            </button>
          }
          @if (!bulk.running()) {
            <button type="button" matIconButton aria-label="Close" i18n-aria-label (click)="bulk.dismiss()">
              <mat-icon svgIcon="close" />
            </button>
          }
        </div>
        @if (bulk.running()) {
          <mat-progress-bar
            mode="determinate"
            aria-label="How many entries were looked at"
            i18n-aria-label
            [value]="(100 * (current.total - current.counts.waiting)) / current.total"
          />
        } @else {
          <div class="balance" aria-hidden="true">
            @for (stretch of stretches(current); track stretch.name) {
              <span [class]="stretch.name" [style.flex-grow]="stretch.amount"></span>
            }
          </div>
        }
        @if (current.refusals.length > 0) {
          <details>
            <summary i18n>Why some stay as they were</summary>
            <ul>
              @for (refusal of current.refusals; track refusal.id) {
                <li>
                  <a [routerLink]="['/content', type().contentType.key, refusal.id]">{{ refusal.title }}</a>
                  <span class="muted">{{ refusal.reason }}</span>
                </li>
              }
            </ul>
          </details>
        }
      </section>
    } @else if (chosen.any()) {
      <section class="bar" aria-label="Chosen entries" i18n-aria-label>
        <div class="line">
          <strong role="status">{{ count() }}</strong>
          @if (!chosen.all() && total() > chosen.ids().size) {
            <button type="button" matButton (click)="chosen.chooseAll()">{{ allWords() }}</button>
          }
          <span class="gap"></span>
          <button type="button" matButton="outlined" [disabled]="bulk.asking()" (click)="changeField()">
            <ng-container i18n>Change a field…</ng-container>
          </button>
          <button
            type="button"
            matButton="outlined"
            [disabled]="bulk.asking()"
            (click)="change({ kind: 'publish' })"
          >
            <ng-container i18n>Publish</ng-container>
          </button>
          <button
            type="button"
            matButton="outlined"
            [disabled]="bulk.asking()"
            (click)="change({ kind: 'unpublish' })"
          >
            <ng-container i18n>Make drafts</ng-container>
          </button>
          <button
            type="button"
            matButton="outlined"
            [disabled]="bulk.asking()"
            (click)="change({ kind: 'delete' })"
          >
            <ng-container i18n>Put into the bin</ng-container>
          </button>
          <button
            type="button"
            matIconButton
            aria-label="Choose none"
            i18n-aria-label
            (click)="chosen.clear()"
          >
            <mat-icon svgIcon="close" />
          </button>
        </div>
      </section>
    }
  `,
  styles: `
    :host {
      position: sticky;
      z-index: 3;
      bottom: 12px;
      display: block;
      margin-top: 12px;
    }
    .bar {
      padding: 8px 8px 8px 14px;
      border: 1px solid var(--line-strong);
      border-radius: var(--radius);
      background: var(--raised);
      box-shadow: 0 4px 18px rgb(0 0 0 / 14%);
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: center;
    }
    .gap {
      flex: 1;
    }
    mat-progress-bar,
    .balance {
      margin: 8px 6px 6px 0;
    }
    .balance {
      display: flex;
      gap: 2px;
      height: 8px;
    }
    .balance span {
      min-width: 6px;
      border: 1px solid var(--line-strong);
      border-radius: 2px;
    }
    .changed {
      background: var(--spruce);
    }
    .same {
      background: var(--spruce-wash);
    }
    .refused {
      background: repeating-linear-gradient(135deg, var(--brick) 0 2px, var(--raised) 2px 5px);
    }
    .gone,
    .stopped {
      background: repeating-linear-gradient(90deg, var(--muted) 0 1px, var(--raised) 1px 4px);
    }
    summary {
      cursor: pointer;
      font-size: 13px;
    }
    ul {
      max-height: 30vh;
      margin: 6px 0 4px;
      padding-left: 18px;
      overflow: auto;
    }
    li .muted {
      margin-left: 6px;
    }
  `,
})
export class BulkBar {
  private readonly dialogs = inject(Dialogs);
  private readonly confirm = inject(Confirm);
  private readonly session = inject(SessionStore);
  protected readonly bulk = inject(BulkStore);
  protected readonly chosen = inject(ChosenEntries);
  readonly type = input.required<CompiledType>();
  /** How many entries the list finds. */
  readonly total = input.required<number>();
  readonly search = input.required<string>();
  readonly filter = input.required<string>();
  readonly finding = input('');
  protected readonly stretches = stretchesOf;

  private readonly amount = computed(() => (this.chosen.all() ? this.total() : this.chosen.ids().size));
  protected readonly count = computed(() => say`${counted(this.amount(), 'entry', 'entries')} chosen`);
  protected readonly allWords = computed(() => say`Choose all ${this.total()} found`);

  protected words = ({ change, takesBack }: BulkAnswer): string => {
    const words = bulkWords(change, this.type());
    return takesBack ? say`Taken back: ${words}` : words;
  };

  protected progress(current: BulkAnswer): string {
    const { total, counts } = current;
    if (counts.waiting > 0) return say`${total - counts.waiting} of ${total}`;
    return stretchesOf(current)
      .map(({ words }) => words)
      .join(' · ');
  }

  protected async changeField(): Promise<void> {
    const { ChangeFieldDialog } = await import('./change-field-dialog');
    const data: ChangeQuestion = {
      type: this.type(),
      role: this.session.person()?.role ?? 'reader',
      amount: this.amount(),
    };
    const config = { data, width: '520px', ariaLabelledBy: 'change-field-title' };
    const change = await this.dialogs.ask<BulkChange, ChangeQuestion>(ChangeFieldDialog, config);
    if (change) await this.start(change);
  }

  protected async change(change: BulkChange): Promise<void> {
    const sure = await this.confirm.ask({
      title: `${bulkWords(change, this.type())}: ${counted(this.amount(), 'entry', 'entries')}`,
      text: say`What cannot be done is left as it is and listed. All of it can be taken back.`,
      yes: bulkWords(change, this.type()),
      danger: false,
    });
    if (sure) await this.start(change);
  }

  private async start(change: BulkChange): Promise<void> {
    const of = this.chosen.scope({
      search: this.search(),
      filter: this.filter(),
      finding: this.finding(),
    });
    const begun = await this.bulk.start({ type: this.type().contentType.id, of, change });
    if (begun) this.chosen.clear();
  }
}
