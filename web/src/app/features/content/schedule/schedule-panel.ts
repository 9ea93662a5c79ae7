import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import type { StudioEvent } from '@tovlet/core/contracts/events';
import type { ScheduleAction, ScheduleAnswer, ScheduledAction } from '@tovlet/core/contracts/studio';
import { say } from '@tovlet/core/locale/say';
import { filter } from 'rxjs';
import { fetched } from '../../../fetching/fetched';
import { Dialogs } from '../../../shared/dialogs';
import { Notices } from '../../../shared/notices';
import { READER_LOCALE } from '../../../shared/reader-locale';
import { Events } from '../../../shell/events';
import { SessionStore } from '../../../shell/session-store';
import { EntryEdits } from '../entry-edits';
import { TypedKeeper } from '../typed-keeper';
import { ScheduleApi } from './schedule-api';

/** What is to become of an entry at a set time, and the ways to plan it otherwise. */
@Component({
  selector: 'tov-schedule-panel',
  imports: [MatButton, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (planned of plans.value()?.planned ?? []; track planned.action) {
      <section [class.stuck]="planned.problem !== null">
        <p>
          <mat-icon [svgIcon]="planned.problem === null ? 'schedule' : 'warning'" aria-hidden="true" />
          <span>{{ words(planned) }}</span>
        </p>
        @if (planned.problem; as problem) {
          <p class="why">{{ problem }}</p>
        }
        @if (session.canEdit()) {
          <div class="buttons">
            <button type="button" matButton (click)="ask(planned.action)">
              <ng-container i18n>Another time…</ng-container>
            </button>
            <button type="button" matButton (click)="cancel(planned.action)">
              @if (planned.problem === null) {
                <ng-container i18n>Cancel this</ng-container>
              } @else {
                <ng-container i18n>Put away</ng-container>
              }
            </button>
          </div>
        }
      </section>
    }
    @if (session.canEdit() && plans.value()) {
      @if (mayPublish()) {
        <button type="button" matButton (click)="ask('publish')">
          <mat-icon svgIcon="schedule" aria-hidden="true" /><ng-container i18n
            >Publish at a set time…</ng-container
          >
        </button>
      }
      @if (mayUnpublish()) {
        <button type="button" matButton (click)="ask('unpublish')">
          <mat-icon svgIcon="schedule" aria-hidden="true" /><ng-container i18n
            >Unpublish at a set time…</ng-container
          >
        </button>
      }
    }
    @if (plans.problem(); as problem) {
      <p i18n class="muted">What is planned is not known: {{ problem }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 4px;
      justify-items: start;
      &:empty {
        display: none;
      }
    }
    section {
      width: 100%;
      padding: 8px 10px;
      border: 1px solid var(--line);
      border-radius: var(--radius);
      background: var(--raised);
    }
    .stuck {
      border-color: var(--saffron);
    }
    p {
      display: flex;
      gap: 8px;
      margin: 0;
    }
    .why {
      margin-top: 4px;
      padding-left: 28px;
    }
    .buttons {
      display: flex;
      flex-wrap: wrap;
      margin-top: 2px;
      padding-left: 16px;
    }
  `,
})
export class SchedulePanel {
  private readonly api = inject(ScheduleApi);
  private readonly edits = inject(EntryEdits);
  private readonly typed = inject(TypedKeeper);
  private readonly dialogs = inject(Dialogs);
  private readonly notices = inject(Notices);
  private readonly locale = inject(READER_LOCALE);
  protected readonly session = inject(SessionStore);
  protected readonly plans = fetched<string, ScheduleAnswer>({
    request: () => this.edits.entry()?.id,
    fetch: (id) => this.api.get(id),
  });
  private readonly actions = computed(() => this.plans.value()?.planned.map(({ action }) => action) ?? []);
  protected readonly mayPublish = computed(
    () =>
      !this.actions().includes('publish') && (this.edits.entry()?.status === 'draft' || this.edits.dirty()),
  );
  protected readonly mayUnpublish = computed(
    () =>
      !this.actions().includes('unpublish') &&
      (this.edits.entry()?.status === 'published' || this.actions().includes('publish')),
  );

  constructor() {
    inject(Events)
      .stream.pipe(
        filter((event) => this.isNews(event)),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.plans.reload());
  }

  /** Whether something else may be planned for this entry by now. */
  private isNews(event: StudioEvent): boolean {
    if (event.kind === 'missed') return true;
    return (event.kind === 'schedule' || event.kind === 'entry') && event.id === this.edits.entry()?.id;
  }

  /** What is planned, in words, on the clocks of the workspace. */
  protected words({ action, at, timeZone, problem }: ScheduledAction): string {
    const format = new Intl.DateTimeFormat(this.locale, {
      dateStyle: 'full',
      timeStyle: 'short',
      timeZone,
    });
    const when = `${format.format(new Date(at))} (${timeZone})`;
    if (action === 'publish')
      return problem === null ? say`To be published on ${when}` : say`Not published on ${when}:`;
    return problem === null ? say`To be unpublished on ${when}` : say`Not unpublished on ${when}:`;
  }

  protected async ask(action: ScheduleAction): Promise<void> {
    const [entry, plans] = [this.edits.entry(), this.plans.value()];
    if (!entry || !plans) return;
    const wallTime = plans.planned.find((planned) => planned.action === action)?.wallTime ?? '';
    const data = { entry: entry.id, action, timeZone: plans.timeZone, wallTime };
    // What is published then is what the server has.
    await this.typed.flush();
    const { ScheduleDialog } = await import('./schedule-dialog');
    const config = { data, width: '440px', ariaLabelledBy: 'schedule-title' };
    const answer = await this.dialogs.ask<ScheduleAnswer>(ScheduleDialog, config);
    if (answer) this.plans.set(answer);
  }

  protected async cancel(action: ScheduleAction): Promise<void> {
    const id = this.edits.entry()?.id;
    if (id === undefined) return;
    try {
      this.plans.set(await this.api.cancel(id, action));
    } catch (error) {
      this.notices.fail(error);
    }
  }
}
