import { ChangeDetectionStrategy, Component, inject, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { Router } from '@angular/router';
import type { CheckFinding } from '@tovlet/core/checks/index';
import { ChecksStore } from '../checks-store';
import { ModelStore } from '../model-store';
import { placeOfFinding } from './finding-place';
import { SEVERITY_ICONS } from './severity-icons';

/** What the checks found, each a way to where it stands, some with what mends it. */
@Component({
  selector: 'tov-checks-list',
  imports: [MatButton, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
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
              >Nothing to report: every group reaches something and every condition can hold.</ng-container
            >
          } @else {
            <ng-container i18n>The model is being looked through…</ng-container>
          }
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 4px 0;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 10px;
      align-items: center;
      padding: 6px 14px;
    }
    .jump {
      flex: 1 1 260px;
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
  `,
})
export class ChecksList {
  /** Somebody went to where a finding stands. */
  readonly left = output();
  protected readonly checks = inject(ChecksStore);
  private readonly model = inject(ModelStore);
  private readonly router = inject(Router);
  protected readonly icons = SEVERITY_ICONS;

  protected jump({ target }: CheckFinding): void {
    this.left.emit();
    void this.router.navigateByUrl(placeOfFinding(target, this.model.compiled(), this.router));
  }
}
