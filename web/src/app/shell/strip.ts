import { Said } from '../shared/said';
import { say } from '@tovlet/core/locale/say';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  signal,
  type WritableSignal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { ICON_BUTTON } from '../shared/icon-button';
import { Focus } from '../shared/focus';
import { MatIcon } from '@angular/material/icon';
import { Router, type UrlTree } from '@angular/router';
import { originOf } from '@tovlet/core/model/expand';
import { typeOfTemplate } from '@tovlet/core/model/page-templates';
import type { CheckFinding } from '@tovlet/core/checks/index';
import { counted, plural } from '@tovlet/core/locale/counts';
import { ChecksStore } from './checks-store';
import { Connection } from '../fetching/connection';
import { EditQueue } from './edits/edit-queue';
import { FillingStore } from './filling-store';
import { ModelStore } from './model-store';
import { SaveState } from './save-state';
import { SessionStore } from './session-store';

/** The foot of the window: findings of the checks, whether everything is saved, who is signed in. */
@Component({
  selector: 'tov-strip',
  imports: [ICON_BUTTON, MatButton, MatIcon, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (open()) {
      <section
        class="panel"
        id="checks-panel"
        tabindex="-1"
        aria-label="Checks"
        i18n-aria-label
        (keydown.escape)="show(open, 'checks', false)"
      >
        <header>
          <h2 i18n>Checks</h2>
          <button
            type="button"
            matIconButton
            aria-label="Close the checks"
            i18n-aria-label
            (click)="show(open, 'checks', false)"
          >
            <mat-icon svgIcon="close" />
          </button>
        </header>
        <ul>
          @for (finding of checks.findings(); track $index) {
            <li>
              <mat-icon [svgIcon]="icons[finding.severity]" [class.brick]="finding.severity === 'error'" />
              <button type="button" class="jump" (click)="jump(finding)">{{ finding.message }}</button>
              @if (finding.fix; as fix) {
                <button type="button" matButton="outlined" (click)="checks.fix(fix)">
                  {{ fix.label }}
                </button>
              }
            </li>
          } @empty {
            <li class="muted">
              @if (checks.known()) {
                <ng-container i18n
                  >Nothing to report: every group reaches something and every condition can
                  hold.</ng-container
                >
              } @else {
                <ng-container i18n>The model is being looked through…</ng-container>
              }
            </li>
          }
        </ul>
      </section>
    }
    @if (refusedOpen() && queue.refused().length > 0) {
      <section
        class="panel"
        id="refused-panel"
        tabindex="-1"
        aria-label="Refused changes"
        i18n-aria-label
        (keydown.escape)="show(refusedOpen, 'refused', false)"
      >
        <header>
          <h2 i18n>Refused changes</h2>
          <button
            type="button"
            matIconButton
            aria-label="Close the refused changes"
            i18n-aria-label
            (click)="show(refusedOpen, 'refused', false)"
          >
            <mat-icon svgIcon="close" />
          </button>
        </header>
        <ul>
          @for (edit of queue.refused(); track edit.id) {
            <li>
              <mat-icon svgIcon="error" class="brick" />
              <span class="refused"
                >{{ edit.words }}<small class="muted">{{ edit.refused }}</small></span
              >
              <button i18n type="button" matButton="outlined" (click)="queue.putAway(edit.id)">
                Put away
              </button>
            </li>
          }
        </ul>
      </section>
    }
    <footer>
      <button
        type="button"
        id="checks-button"
        [attr.aria-expanded]="open()"
        (click)="show(open, 'checks', !open())"
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
    .refused {
      flex: 1;
      display: grid;
    }
    footer button.brick {
      color: var(--brick);
    }
    .panel {
      position: absolute;
      bottom: 100%;
      left: 8px;
      width: min(760px, calc(100vw - 16px));
      max-height: 50vh;
      overflow: auto;
      background: var(--raised);
      border: 1px solid var(--line-strong);
      border-radius: var(--radius) var(--radius) 0 0;
      z-index: 20;
    }
    .panel header {
      display: flex;
      justify-content: space-between;
      align-items: center;
      padding: 8px 8px 8px 14px;
      border-bottom: 1px solid var(--line);
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 4px 0;
    }
    li {
      display: flex;
      gap: 10px;
      align-items: center;
      padding: 6px 14px;
    }
    .jump {
      flex: 1;
      text-align: left;
      border: 0;
      background: none;
      cursor: pointer;
      padding: 2px 0;
    }
    .jump:hover {
      text-decoration: underline;
    }
    .brick {
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
  private readonly model = inject(ModelStore);
  protected readonly session = inject(SessionStore);
  private readonly save = inject(SaveState);
  private readonly fillings = inject(FillingStore);
  private readonly router = inject(Router);
  private readonly focus = inject(Focus);
  protected readonly open = signal(false);
  protected readonly queue = inject(EditQueue);
  private readonly connection = inject(Connection);
  protected readonly refusedOpen = signal(false);

  protected readonly icons = { error: 'error', warning: 'warning', note: 'lightbulb' } as const;
  protected readonly tallies = computed(() =>
    [
      this.tally('warning', 'warning', 'warnings'),
      this.tally('note', 'note', 'notes'),
      this.tally('error', 'error', 'errors'),
    ].map(({ severity, amount, name }) => ({ icon: this.icons[severity], amount, name })),
  );
  /** Whether changes wait because the server does not answer, or a tab ended with them. */
  protected readonly late = computed(() => this.queue.waiting().length > 0 && this.connection.isLost());
  protected readonly refusedWords = computed(
    () => `${counted(this.queue.refused().length, 'change', 'changes')} refused`,
  );
  protected readonly saved = computed(() => {
    const waiting = this.queue.waiting().length;
    if (this.late()) {
      const words = `${counted(waiting, 'change', 'changes')} waiting`;
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

  /** Opens a panel, which then has the focus, or closes it, and its button has it again. */
  protected show(panel: WritableSignal<boolean>, name: 'checks' | 'refused', open: boolean): void {
    panel.set(open);
    this.focus.on(`${name}-${open ? 'panel' : 'button'}`);
  }

  private tally<Severity extends CheckFinding['severity']>(severity: Severity, one: string, many: string) {
    const amount = this.checks.findings().filter((finding) => finding.severity === severity).length;
    return { severity, amount, name: plural(amount, one, many) };
  }

  protected jump({ target }: CheckFinding): void {
    this.open.set(false);
    void this.router.navigateByUrl(this.placeOf(target));
  }

  private placeOf(target: CheckFinding['target']): UrlTree {
    const { fields, document } = this.model.compiled();
    switch (target.kind) {
      case 'type':
        return this.router.createUrlTree(['/model/types', target.id]);
      case 'taxonomy':
        return this.router.createUrlTree(['/model/taxonomies', target.id]);
      case 'group':
        return this.router.createUrlTree(['/model/groups', target.id]);
      case 'template': {
        const { id, block } = target;
        const type = typeOfTemplate(document.contentTypes, id);
        const template = id === type?.id ? undefined : id;
        return this.router.createUrlTree(['/templates', type?.key ?? ''], {
          queryParams: { template, block },
        });
      }
      case 'field': {
        const id = originOf(target.id);
        const group = fields.get(id)?.groupId ?? '';
        return this.router.createUrlTree(['/model/groups', group], { queryParams: { field: id } });
      }
    }
  }
}
