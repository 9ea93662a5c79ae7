import { Said } from '../../shared/said';
import { say } from '@tovlet/core/locale/say';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  signal,
  type WritableSignal,
} from '@angular/core';
import { Focus } from '../../shared/focus';
import { MatIcon } from '@angular/material/icon';
import type { CheckFinding } from '@tovlet/core/checks/index';
import { counted, plural } from '@tovlet/core/locale/counts';
import { ChecksStore } from '../checks-store';
import { Connection } from '../../fetching/connection';
import { EditQueue } from '../edits/edit-queue';
import { FillingStore } from '../filling-store';
import { FollowingStore } from '../following-store';
import { FindingsStore } from '../findings-store';
import { ModelStore } from '../model-store';
import { PaneState } from '../pane-state';
import { SaveState } from '../save-state';
import { SessionStore } from '../session-store';
import { ChecksPanel } from './checks-panel';
import { RefusedPanel } from './refused-panel';
import { ENTRY_SEVERITY, SEVERITY_ICONS } from './severity-icons';

/** The foot of the window: findings of the checks, whether everything is saved, who is signed in. */
@Component({
  selector: 'tov-strip',
  imports: [ChecksPanel, MatIcon, RefusedPanel, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @defer (when open(); prefetch on idle) {
      @if (open()) {
        <tov-checks-panel (closed)="show(open, 'checks', false)" (left)="open.set(false)" />
      }
    }
    @defer (when refusedOpen(); prefetch on idle) {
      @if (refusedOpen() && queue.refused().length > 0) {
        <tov-refused-panel (closed)="show(refusedOpen, 'refused', false)" />
      }
    }
    <footer>
      <button
        type="button"
        id="checks-button"
        [attr.aria-expanded]="panes.isNarrow() ? null : open()"
        [attr.aria-haspopup]="panes.isNarrow() ? 'dialog' : null"
        (click)="showChecks()"
      >
        <ng-container i18n>Checks</ng-container>
        @if (!checks.known()) {
          <span i18n>looking…</span>
        } @else {
          @for (tally of tallies(); track tally.icon) {
            <span
              ><mat-icon [svgIcon]="tally.icon" aria-hidden="true" />{{ tally.amount
              }}<span class="visually-hidden"> {{ tally.name }}{{ $last ? '' : ', ' }}</span></span
            >
          }
        }
      </button>
      @if (filling(); as words) {
        <span>{{ words }}</span>
      }
      @if (following.words(); as words) {
        <span>{{ words }}</span>
      }
      <span class="saved" role="status" [class.saffron]="late()">{{ saved() }}</span>
      @if (late()) {
        <button i18n type="button" (click)="queue.tryNow()">Try now</button>
      }
      @if (queue.refused().length > 0) {
        <button
          type="button"
          class="brick"
          id="refused-button"
          [attr.aria-expanded]="refusedOpen()"
          (click)="show(refusedOpen, 'refused', !refusedOpen())"
        >
          <mat-icon svgIcon="error" aria-hidden="true" />{{ refusedWords() }}
        </button>
      }
      <span class="gap"></span>
      @if (session.person(); as person) {
        <span i18n>Signed in as {{ person.name }}, {{ person.role | said }}</span>
      }
    </footer>
  `,
  styles: `
    :host {
      position: relative;
      display: block;
      border-top: 1px solid var(--line);
      background: var(--sunken);
    }
    footer {
      height: 27px;
      display: flex;
      align-items: center;
      gap: 16px;
      padding: 0 10px;
      font-size: 12px;
      color: var(--muted);
      white-space: nowrap;
    }
    footer button {
      display: flex;
      gap: 10px;
      align-items: center;
      height: 100%;
      border: 0;
      background: none;
      cursor: pointer;
      color: inherit;
      padding: 0 6px;
    }
    footer button:hover {
      color: var(--ink);
    }
    footer button span {
      display: inline-flex;
      gap: 3px;
      align-items: center;
    }
    footer mat-icon.mat-icon {
      transform: scale(0.83);
    }
    .gap {
      margin-right: auto;
    }
    .saved.saffron::before {
      content: '';
      display: inline-block;
      width: 8px;
      height: 8px;
      margin-right: 6px;
      border-radius: 50%;
      background: var(--saffron);
    }
    footer button.brick {
      color: var(--brick);
    }
    @media (max-width: 700px) {
      footer > span:last-child {
        display: none;
      }
    }
  `,
})
export class Strip {
  protected readonly checks = inject(ChecksStore);
  private readonly inEntries = inject(FindingsStore);
  private readonly model = inject(ModelStore);
  protected readonly session = inject(SessionStore);
  private readonly save = inject(SaveState);
  private readonly fillings = inject(FillingStore);
  protected readonly following = inject(FollowingStore);
  private readonly focus = inject(Focus);
  private readonly injector = inject(Injector);
  protected readonly panes = inject(PaneState);
  protected readonly open = signal(false);
  protected readonly queue = inject(EditQueue);
  private readonly connection = inject(Connection);
  protected readonly refusedOpen = signal(false);

  protected readonly tallies = computed(() =>
    [
      this.tally('warning', 'warning', 'warnings'),
      this.tally('note', 'note', 'notes'),
      this.tally('error', 'error', 'errors'),
    ].map(({ severity, amount, name }) => ({ icon: SEVERITY_ICONS[severity], amount, name })),
  );
  /** Whether changes wait because the server does not answer, or a tab ended with them. */
  protected readonly late = computed(() => this.queue.waiting().length > 0 && this.connection.isLost());
  protected readonly refusedWords = computed(
    () => say`${counted(this.queue.refused().length, 'change', 'changes')} refused`,
  );
  protected readonly saved = computed(() => {
    const waiting = this.queue.waiting().length;
    if (this.late()) {
      const words = say`${counted(waiting, 'change', 'changes')} waiting`;
      return this.queue.atRisk() ? say`${words}: this browser cannot keep them, leave this tab open` : words;
    }
    if (waiting > 0) return say`Saving…`;
    const status = this.save.status();
    switch (status.kind) {
      case 'idle':
        return '';
      case 'saving':
        return say`Saving…`;
      case 'failed':
        return say`Not saved`;
      case 'saved':
        return say`Saved ${status.at.toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })}`;
    }
  });

  protected readonly filling = computed(() => {
    const state = this.fillings.state();
    const type = state && this.model.compiled().typeById.get(state.type)?.contentType;
    return type
      ? say`Bringing the list of ${type.plural} up to date: ${this.fillings.percentOf(type.id) ?? ''}`
      : null;
  });

  /** Opens the checks over the strip, or closes them; in a narrow window they come from its foot. */
  protected async showChecks(): Promise<void> {
    if (!this.panes.isNarrow()) return this.show(this.open, 'checks', !this.open());
    const [{ MatBottomSheet }, { ChecksSheet }] = await Promise.all([
      import('@angular/material/bottom-sheet'),
      import('./checks-sheet'),
    ]);
    this.injector.get(MatBottomSheet).open(ChecksSheet, { ariaLabel: say`Checks` });
  }

  /** Opens a panel, which then has the focus, or closes it, and its button has it again. */
  protected show(panel: WritableSignal<boolean>, name: 'checks' | 'refused', open: boolean): void {
    panel.set(open);
    this.focus.on(`${name}-${open ? 'panel' : 'button'}`);
  }

  private tally<Severity extends CheckFinding['severity']>(severity: Severity, one: string, many: string) {
    const inEntries = this.inEntries.findings().map((finding) => ENTRY_SEVERITY[finding.severity]);
    const all = [...this.checks.findings().map((finding) => finding.severity), ...inEntries];
    const amount = all.filter((each) => each === severity).length;
    return { severity, amount, name: plural(amount, one, many) };
  }
}
