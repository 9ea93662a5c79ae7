import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { Router } from '@angular/router';
import type { CheckFinding } from '@tovlet/core/checks/index';
import { ModelStore } from './model-store';
import { SaveState } from './save-state';
import { SessionStore } from './session-store';

/** The foot of the window: findings of the checks, whether everything is saved, who is signed in. */
@Component({
  selector: 'tov-strip',
  imports: [MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (open()) {
      <section class="panel" aria-label="Checks" (keydown.escape)="open.set(false)">
        <header>
          <h2>Checks</h2>
          <button type="button" class="icon-button" aria-label="Close the checks" (click)="open.set(false)">
            <mat-icon svgIcon="close" />
          </button>
        </header>
        <ul>
          @for (finding of model.findings(); track $index) {
            <li>
              <mat-icon
                [svgIcon]="finding.severity === 'error' ? 'error' : 'warning'"
                [class.brick]="finding.severity === 'error'"
              />
              <button type="button" class="jump" (click)="jump(finding)">{{ finding.message }}</button>
              @if (finding.fix; as fix) {
                <button type="button" class="button" (click)="model.apply(fix.changes)">
                  {{ fix.label }}
                </button>
              }
            </li>
          } @empty {
            <li class="muted">
              Nothing to report: every group reaches something and every condition can hold.
            </li>
          }
        </ul>
      </section>
    }
    <footer>
      <button type="button" [attr.aria-expanded]="open()" (click)="open.set(!open())">
        Checks
        <span
          ><mat-icon svgIcon="warning" aria-hidden="true" />{{ warnings()
          }}<span class="visually-hidden"> warnings</span></span
        >
        <span
          ><mat-icon svgIcon="error" aria-hidden="true" />{{ errors()
          }}<span class="visually-hidden"> errors</span></span
        >
      </button>
      <span class="saved" role="status">{{ saved() }}</span>
      @if (session.person(); as person) {
        <span>Signed in as {{ person.name }}, {{ person.role }}</span>
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
    .saved {
      margin-right: auto;
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
  protected readonly model = inject(ModelStore);
  protected readonly session = inject(SessionStore);
  private readonly save = inject(SaveState);
  private readonly router = inject(Router);
  protected readonly open = signal(false);

  protected readonly errors = computed(
    () => this.model.findings().filter(({ severity }) => severity === 'error').length,
  );
  protected readonly warnings = computed(() => this.model.findings().length - this.errors());
  protected readonly saved = computed(() => {
    const status = this.save.status();
    switch (status.kind) {
      case 'idle':
        return '';
      case 'saving':
        return 'Saving…';
      case 'failed':
        return 'Not saved';
      case 'saved':
        return `Saved ${status.at.toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })}`;
    }
  });

  protected jump({ target }: CheckFinding): void {
    this.open.set(false);
    const groupId =
      target.kind === 'field' ? this.model.compiled().fields.get(target.id)?.groupId : target.id;
    if (target.kind === 'type') void this.router.navigate(['/model/types', target.id]);
    else
      void this.router.navigate(['/model/groups', groupId], {
        queryParams: target.kind === 'field' ? { field: target.id } : {},
      });
  }
}
