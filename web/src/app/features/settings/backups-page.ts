import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatProgressBar } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import downloadIcon from '@material-symbols/svg-400/outlined/download.svg' with { loader: 'text' };
import type { BackupsAnswer, BackupSummary } from '@tovlet/core/contracts/studio/backups';
import { bytesInWords } from '@tovlet/core/fields/media_fit/bytes-in-words';
import { counted } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { auditTime, filter, firstValueFrom, type Observable } from 'rxjs';
import { ApiClient } from '../../fetching/api-client';
import { fetched } from '../../fetching/fetched';
import { FetchedPart } from '../../fetching/fetched-part';
import { Choice } from '../../shared/choice';
import { Confirm } from '../../shared/confirm';
import { ICON_BUTTON } from '../../shared/icon-button';
import { knowIcons } from '../../shared/icons';
import { MomentWords } from '../../shared/moment-words';
import { Notices } from '../../shared/notices';
import { Events } from '../../shell/events';
import { Panes } from '../../shell/panes';
import { ScreenHeading } from '../../shell/screen-heading';
import { SessionStore } from '../../shell/session-store';

/** After how many days a backup can be made by itself. */
const EVERY = [0, 1, 2, 7, 14, 30] as const;
const KEPT = [3, 7, 14, 30, 60, 100] as const;

const everyWords = (days: number): string =>
  days === 0
    ? say`never by itself`
    : days === 1
      ? say`every day`
      : say`every ${counted(days, 'day', 'days')}`;

/** What can be chosen; what was set otherwise can be left as it is. */
const withOwn = (options: readonly number[], own: number): readonly number[] =>
  options.includes(own) ? options : [...options, own].toSorted((a, b) => a - b);

/** The backups of the workspace: made now or by a clock, sent, removed; and how one is brought back. */
@Component({
  selector: 'tov-backups-page',
  imports: [
    Choice,
    FetchedPart,
    ICON_BUTTON,
    MatButton,
    MatIcon,
    MatProgressBar,
    MomentWords,
    Panes,
    RouterLink,
    ScreenHeading,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './backups-page.html',
  styleUrl: './backups-page.scss',
})
export class BackupsPage {
  private readonly client = inject(ApiClient);
  private readonly confirm = inject(Confirm);
  private readonly notices = inject(Notices);
  protected readonly session = inject(SessionStore);

  protected readonly backups = fetched<true, BackupsAnswer>({
    request: () => this.session.canModel() || undefined,
    fetch: () => firstValueFrom(this.client.ask('GET', '/api/studio/backups')),
  });
  protected readonly isBusy = signal(false);
  protected readonly isMaking = computed(() => (this.backups.value()?.makingSince ?? null) !== null);
  protected readonly everyOptions = computed(() =>
    withOwn(EVERY, this.backups.value()?.days ?? 0).map((days) => ({
      value: String(days),
      label: everyWords(days),
    })),
  );
  protected readonly keepOptions = computed(() =>
    withOwn(KEPT, this.backups.value()?.keep ?? 7).map((keep) => ({
      value: String(keep),
      label: counted(keep, 'backup', 'backups'),
    })),
  );
  protected readonly bytesInWords = bytesInWords;

  constructor() {
    knowIcons({ download: downloadIcon });
    inject(Events)
      .stream.pipe(
        filter(({ kind }) => kind === 'backup' || kind === 'missed'),
        auditTime(300),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.backups.reload());
  }

  protected addressOf({ name }: BackupSummary): string {
    return `/api/studio/backups/${encodeURIComponent(name)}/file`;
  }

  protected makeNow(): void {
    void this.do(this.client.ask('POST', '/api/studio/backups'));
  }

  protected setEvery(days: string | null): void {
    if (days !== null) this.schedule({ days: Number(days) });
  }

  protected setKeep(keep: string | null): void {
    if (keep !== null) this.schedule({ keep: Number(keep) });
  }

  private schedule(change: { readonly days?: number; readonly keep?: number }): void {
    const now = this.backups.value();
    if (!now) return;
    const body = { days: now.days, keep: now.keep, ...change };
    void this.do(this.client.ask('PUT', '/api/studio/backups/schedule', { body }));
  }

  protected async remove({ name }: BackupSummary): Promise<void> {
    const sure = await this.confirm.ask({
      title: say`Remove the backup “${name}”?`,
      text: say`The file is deleted. The workspace stays as it is.`,
      yes: say`Remove the backup`,
    });
    if (sure) await this.do(this.client.ask('DELETE', '/api/studio/backups/:name', { parameters: { name } }));
  }

  private async do(request: Observable<BackupsAnswer>): Promise<void> {
    this.isBusy.set(true);
    try {
      this.backups.set(await firstValueFrom(request));
    } catch (error) {
      this.notices.fail(error);
      this.backups.reload();
    } finally {
      this.isBusy.set(false);
    }
  }
}
