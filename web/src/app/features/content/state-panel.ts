import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { EntryStatus } from '@tovlet/core/contracts/studio';
import { plural } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { READER_LOCALE } from '../../shared/reader-locale';
import { Said } from '../../shared/said';
import { SessionStore } from '../../shell/session-store';
import { CopyKeeper } from './copy-keeper';
import { EntryEdits } from './entry-edits';

/** The state of an entry: its status, what is typed and not saved, how that is kept, and the ways on from there. */
@Component({
  selector: 'tov-state-panel',
  imports: [MatButton, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="status">
      <span class="tag" [class.published]="edits.own().status === 'published'">{{
        edits.own().status | said
      }}</span>
      <span class="words">
        <span [class.muted]="!edits.dirty()">{{ changes() }}</span>
        @if (kept(); as words) {
          <span
            class="kept muted"
            [class.trouble]="hasTrouble()"
            [attr.role]="hasTrouble() ? 'status' : null"
            >{{ words }}</span
          >
        }
      </span>
    </div>
    @if (session.canEdit()) {
      @if (edits.own().status === 'draft') {
        <button
          i18n
          type="button"
          matButton="filled"
          [disabled]="edits.saving()"
          (click)="save.emit('published')"
        >
          Publish
        </button>
        <button
          i18n
          type="button"
          matButton="outlined"
          [disabled]="edits.saving()"
          (click)="save.emit('draft')"
        >
          Save draft
        </button>
      } @else {
        <button
          i18n
          type="button"
          matButton="filled"
          [disabled]="edits.saving() || !edits.dirty()"
          (click)="save.emit('published')"
        >
          Publish changes
        </button>
        <button
          i18n
          type="button"
          matButton="outlined"
          [disabled]="edits.saving()"
          (click)="save.emit('draft')"
        >
          Unpublish
        </button>
      }
      @if (edits.dirty() && edits.entry()) {
        <button i18n type="button" matButton [disabled]="edits.saving()" (click)="edits.giveUp()">
          Give up changes
        </button>
      }
    } @else {
      <p i18n class="note">You may read this entry, not change it.</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }
    // Where there is little room, what is well needs no words.
    :host(.bar) .kept:not(.trouble) {
      display: none;
    }
    :host(.bar) {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: center;
      width: 100%;
      .status {
        flex: 1;
        align-items: center;
      }
    }
    .status {
      display: flex;
      gap: 10px;
      align-items: start;
    }
    .words {
      display: grid;
      gap: 2px;
      padding-top: 1px;
    }
    .words .muted {
      font-size: 13px;
    }
    .words .trouble {
      color: var(--ink);
    }
    .published {
      color: var(--spruce);
      border-color: var(--spruce);
    }
  `,
})
export class StatePanel {
  /** Somebody wants it saved, with this status. */
  readonly save = output<EntryStatus>();
  protected readonly edits = inject(EntryEdits);
  protected readonly keeper = inject(CopyKeeper);
  protected readonly session = inject(SessionStore);
  private readonly locale = inject(READER_LOCALE);

  protected readonly changes = computed(() => {
    if (!this.edits.entry()) return this.edits.dirty() ? say`New, not saved` : say`New`;
    if (!this.edits.dirty()) return say`All saved`;
    const count = this.edits.changes();
    return this.edits.own().status === 'published'
      ? plural(count, say`One change not published`, say`${count} changes not published`)
      : plural(count, say`One change not saved`, say`${count} changes not saved`);
  });
  /** Whether what is typed is not on the server for the time being. */
  protected readonly hasTrouble = computed(
    () => this.keeper.keeping() === 'away' || this.keeper.keeping() === 'refused',
  );
  /** How what is typed is kept, as long as it is not saved. */
  protected readonly kept = computed(() => {
    const [copy, keeping] = [this.edits.copy(), this.keeper.keeping()];
    if (!this.edits.entry() || !this.edits.dirty()) return '';
    if (keeping === 'away') return say`Kept in this browser until the server is back`;
    if (keeping === 'refused') return say`Kept in this browser alone: ${this.keeper.refusal()}`;
    if (this.edits.unkept() || !copy) return say`Being kept…`;
    const mine = copy.updatedBy === this.session.person()?.name;
    const when = this.moment(copy.updatedAt);
    return mine ? say`Kept ${when}` : say`Kept ${when} by ${copy.updatedBy}`;
  });

  /** A moment as briefly as it can be told: of today its time alone. */
  private moment(at: string): string {
    const time = new Date(at);
    const isToday = time.toDateString() === new Date().toDateString();
    const day = isToday ? {} : ({ dateStyle: 'medium' } as const);
    return new Intl.DateTimeFormat(this.locale, { ...day, timeStyle: 'short' }).format(time);
  }
}
