import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { MatRadioButton, MatRadioGroup } from '@angular/material/radio';
import type { ScheduleAction, ScheduleAnswer } from '@tovlet/core/contracts/studio';
import { say } from '@tovlet/core/locale/say';
import { problemFrom } from '../../../shared/problem';
import { ScheduleApi } from './schedule-api';

/** What is to be planned. */
export interface ScheduleQuestion {
  readonly entry: string;
  readonly action: ScheduleAction;
  readonly timeZone: string;
  /** What was planned so far, like `2026-12-24T06:00`; empty for nothing. */
  readonly wallTime: string;
}

/** Asks at which time an entry is to be published or unpublished, and plans it. */
@Component({
  imports: [MatButton, MatRadioButton, MatRadioGroup],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="dialog" (submit)="$event.preventDefault(); finish(day.value, time.value)">
      <h1 id="schedule-title">{{ title }}</h1>
      <div class="when">
        <label class="line">
          <span i18n>Day</span>
          <input
            #day
            type="date"
            class="control"
            [value]="question.wallTime.slice(0, 10)"
            [attr.aria-invalid]="problem() !== ''"
            aria-describedby="schedule-problem"
            (input)="twice.set(false)"
          />
        </label>
        <label class="line">
          <span i18n>Time</span>
          <input
            #time
            type="time"
            class="control"
            [value]="question.wallTime.slice(11) || '08:00'"
            [attr.aria-invalid]="problem() !== ''"
            aria-describedby="schedule-problem"
            (input)="twice.set(false)"
          />
        </label>
      </div>
      <p class="muted" i18n>On the clocks of the workspace: {{ question.timeZone }}</p>
      @if (twice()) {
        <mat-radio-group
          aria-label="Which of the two times"
          i18n-aria-label
          [value]="second()"
          (change)="second.set($event.value)"
        >
          <mat-radio-button [value]="false"
            ><ng-container i18n>The first time</ng-container></mat-radio-button
          >
          <mat-radio-button [value]="true"
            ><ng-container i18n>The second time, after clocks are put back</ng-container></mat-radio-button
          >
        </mat-radio-group>
      }
      <p id="schedule-problem" class="error-text" role="alert">{{ problem() }}</p>
      <div class="foot">
        <button type="button" matButton="outlined" (click)="dialog.close()">
          <ng-container i18n>Cancel</ng-container>
        </button>
        <button type="submit" matButton="filled" [disabled]="sending()">
          <ng-container i18n>Plan it</ng-container>
        </button>
      </div>
    </form>
  `,
  styles: `
    .when {
      display: grid;
      grid-template-columns: 3fr 2fr;
      gap: 12px;
    }
    .control {
      width: 100%;
    }
    p {
      margin: 0;
    }
    mat-radio-group {
      display: grid;
    }
  `,
})
export class ScheduleDialog {
  private readonly api = inject(ScheduleApi);
  protected readonly question = inject<ScheduleQuestion>(MAT_DIALOG_DATA);
  protected readonly dialog = inject<MatDialogRef<ScheduleDialog, ScheduleAnswer>>(MatDialogRef);
  protected readonly title =
    this.question.action === 'publish' ? say`Publish at a set time` : say`Unpublish at a set time`;
  protected readonly problem = signal('');
  protected readonly sending = signal(false);
  /** Whether clocks show the time twice, and which is meant. */
  protected readonly twice = signal(false);
  protected readonly second = signal(false);

  protected async finish(day: string, time: string): Promise<void> {
    if (this.sending()) return;
    if (day === '' || time === '') {
      this.problem.set(say`Give a day and a time.`);
      return;
    }
    this.problem.set('');
    this.sending.set(true);
    const { entry, action } = this.question;
    const meant = this.twice() ? { second: this.second() } : {};
    try {
      this.dialog.close(
        await this.api.plan(entry, action, { wallTime: `${day}T${time.slice(0, 5)}`, ...meant }),
      );
    } catch (error) {
      const { errors, detail, title } = problemFrom(error);
      this.twice.set(errors?.[0]?.code === 'double_time');
      this.problem.set(detail ?? title);
    } finally {
      this.sending.set(false);
    }
  }
}
