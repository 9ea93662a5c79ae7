import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { ANY_FINDING, findingFromText, findingText, type MendingAnswer } from '@tovlet/core/contracts/studio';
import { say } from '@tovlet/core/locale/say';
import { issueMessage } from '@tovlet/core/messages/issue-words';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { firstValueFrom } from 'rxjs';
import { Dialogs } from '../../../shared/dialogs';
import { ICON_BUTTON } from '../../../shared/icon-button';
import { Notices } from '../../../shared/notices';
import { FindingsStore } from '../../../shell/findings-store';
import { SessionStore } from '../../../shell/session-store';
import { BulkStore } from './bulk-store';
import { FindingsApi } from './findings-api';
import { MendDialog, type MendQuestion } from './mend-dialog';

/** Says which finding the list is narrowed to, and offers to mend it in all the entries. */
@Component({
  selector: 'tov-finding-bar',
  imports: [ICON_BUTTON, MatButton, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-label="Finding" i18n-aria-label>
      <mat-icon svgIcon="warning" aria-hidden="true" />
      <span role="status">{{ words() }}</span>
      @if (canMend()) {
        <button type="button" matButton="outlined" [disabled]="bulk.asking()" (click)="mend()">
          <ng-container i18n>Mend…</ng-container>
        </button>
      }
      <button type="button" matIconButton aria-label="Show all entries" i18n-aria-label (click)="left.emit()">
        <mat-icon svgIcon="close" />
      </button>
    </section>
  `,
  styles: `
    section {
      display: flex;
      gap: 10px;
      align-items: center;
      margin-bottom: 10px;
      padding: 4px 6px 4px 12px;
      border: 1px solid var(--line-strong);
      border-radius: var(--radius);
      background: var(--sunken);
    }
    span {
      flex: 1;
      min-width: 0;
      overflow-wrap: anywhere;
    }
  `,
})
export class FindingBar {
  readonly type = input.required<CompiledType>();
  /** The finding as it stands in the address. */
  readonly finding = input.required<string>();
  /** The list is to be narrowed to it no more. */
  readonly left = output();
  private readonly store = inject(FindingsStore);
  private readonly api = inject(FindingsApi);
  private readonly dialogs = inject(Dialogs);
  private readonly notices = inject(Notices);
  private readonly session = inject(SessionStore);
  protected readonly bulk = inject(BulkStore);

  private readonly known = computed(() =>
    this.store
      .findings()
      .find((each) => each.type === this.type().contentType.id && findingText(each) === this.finding()),
  );
  protected readonly words = computed(() => {
    if (this.finding() === ANY_FINDING) return say`Entries with something wrong in their values`;
    const known = this.known();
    if (known) return issueMessage(known.sample.issue, known.sample.label);
    return say`Something in their values is wrong.`;
  });
  protected readonly canMend = computed(
    () => this.session.canEdit() && (this.known()?.mends ?? false) && !this.bulk.running(),
  );

  protected async mend(): Promise<void> {
    const named = findingFromText(this.finding());
    if (named === null || named === ANY_FINDING) return;
    const type = this.type();
    const mending = await this.asked({ ...named, type: type.contentType.id });
    if (!mending?.change) {
      if (mending) this.notices.say(say`It is mended by now, or has to be mended in each entry.`);
      return;
    }
    const data: MendQuestion = { type, words: this.words(), mending };
    const config = { data, width: '640px', ariaLabelledBy: 'mend-title' };
    if (!(await this.dialogs.ask<boolean, MendQuestion>(MendDialog, config))) return;
    const of = { kind: 'found', finding: this.finding() } as const;
    await this.bulk.start({ type: type.contentType.id, of, change: mending.change });
  }

  private async asked(query: Parameters<FindingsApi['mending']>[0]): Promise<MendingAnswer | null> {
    try {
      return await firstValueFrom(this.api.mending(query));
    } catch (error) {
      this.notices.fail(error);
      return null;
    }
  }
}
