import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { Router, RouterLink } from '@angular/router';
import type { CheckFinding } from '@tovlet/core/checks/index';
import { findingText, type Finding } from '@tovlet/core/contracts/studio';
import { counted } from '@tovlet/core/locale/counts';
import { issueMessage } from '@tovlet/core/messages/issue-words';
import type { ContentType } from '@tovlet/core/model/document';
import { ChecksStore } from '../checks-store';
import { FindingsStore } from '../findings-store';
import { ModelStore } from '../model-store';
import { placeOfFinding } from './finding-place';
import { ENTRY_SEVERITY, SEVERITY_ICONS } from './severity-icons';

/** One thing that is wrong with the values of some entries. */
interface FindingLine {
  readonly key: string;
  readonly icon: string;
  readonly message: string;
  /** How many entries, and which where it is one. */
  readonly where: string;
  readonly address: readonly string[];
  readonly query: Readonly<Record<string, string>>;
}

function lineOf(finding: Finding, { key, singular, plural }: ContentType): FindingLine {
  const { type, entries, sample, severity } = finding;
  const name = findingText(finding);
  return {
    key: `${type} ${name}`,
    icon: SEVERITY_ICONS[ENTRY_SEVERITY[severity]],
    message: issueMessage(sample.issue, sample.label),
    where: entries === 1 ? `${singular}: ${sample.title}` : counted(entries, singular, plural),
    address: entries === 1 ? ['/content', key, sample.entry] : ['/content', key],
    query: entries === 1 ? {} : { finding: name },
  };
}

/** What the checks found, each a way to where it stands, some with what mends it. */
@Component({
  selector: 'tov-checks-list',
  imports: [MatButton, MatIcon, RouterLink],
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
        <li class="muted" [hidden]="lines().length > 0">
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
    @if (lines().length > 0) {
      <h3 i18n>In the values of entries</h3>
      <ul>
        @for (line of lines(); track line.key) {
          <li>
            <mat-icon [svgIcon]="line.icon" aria-hidden="true" />
            <a class="jump" [routerLink]="line.address" [queryParams]="line.query" (click)="left.emit()"
              >{{ line.message }} <span class="muted">{{ line.where }}</span></a
            >
          </li>
        }
      </ul>
    }
    @if (inEntries.looking()) {
      <p i18n class="muted">Entries are being looked through…</p>
    }
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
    a.jump {
      color: inherit;
      text-decoration: none;
    }
    h3,
    p {
      margin: 0;
      padding: 8px 14px 2px;
      color: var(--muted);
      font-size: 12.5px;
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
  protected readonly inEntries = inject(FindingsStore);
  protected readonly icons = SEVERITY_ICONS;
  protected readonly lines = computed<readonly FindingLine[]>(() =>
    this.inEntries.findings().flatMap((finding) => {
      const type = this.model.compiled().typeById.get(finding.type)?.contentType;
      return type ? [lineOf(finding, type)] : [];
    }),
  );

  protected jump({ target }: CheckFinding): void {
    this.left.emit();
    void this.router.navigateByUrl(placeOfFinding(target, this.model.compiled(), this.router));
  }
}
