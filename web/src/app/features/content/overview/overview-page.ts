import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { debounceTime, filter, firstValueFrom } from 'rxjs';
import { fetched } from '../../../fetching/fetched';
import { FetchedPart } from '../../../fetching/fetched-part';
import { MomentWords } from '../../../shared/moment-words';
import { Events } from '../../../shell/events';
import { FindingsStore } from '../../../shell/findings-store';
import { ModelStore } from '../../../shell/model-store';
import { Panes } from '../../../shell/panes';
import { ScreenHeading } from '../../../shell/screen-heading';
import { ContentOutline } from '../list/content-outline';
import { OverviewApi } from './overview-api';
import { overviewSections } from './overview-lines';

/** What of it is told may have changed when one of these is heard. */
const HEARD: ReadonlySet<string> = new Set([
  'entry',
  'copy',
  'schedule',
  'bin',
  'bulk',
  'comments',
  'missed',
]);

/** What is going on with the entries: one's own, others', what is not finished, what is planned, what is wrong. */
@Component({
  selector: 'tov-overview-page',
  imports: [ContentOutline, FetchedPart, MatIcon, Panes, RouterLink, ScreenHeading],
  providers: [MomentWords],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-panes [inspector]="false" outlineLabel="Content" i18n-outlineLabel>
      <tov-content-outline outline />
      <div class="page">
        <h1 i18n tovScreen="Overview · Content" i18n-tovScreen>What is going on</h1>
        <tov-fetched [of]="answer" what="The overview" i18n-what [lines]="12">
          <div class="lists">
            @for (section of sections(); track section.id) {
              <section [attr.aria-labelledby]="'overview-' + section.id">
                <h2 [id]="'overview-' + section.id">{{ section.heading }}</h2>
                <ul>
                  @for (line of section.lines; track line.key) {
                    <li>
                      <a [routerLink]="line.address" [queryParams]="line.query">
                        <mat-icon [svgIcon]="line.icon" aria-hidden="true" />
                        <span class="title" dir="auto">{{ line.title }}</span>&ngsp;<span
                          class="about"
                          [class.urgent]="line.urgent"
                          >{{ line.about }}</span
                        >
                      </a>
                    </li>
                  } @empty {
                    <li class="muted">{{ section.empty }}</li>
                  }
                </ul>
                @if (section.more) {
                  <p class="muted">{{ section.more }}</p>
                }
              </section>
            }
          </div>
        </tov-fetched>
      </div>
    </tov-panes>
  `,
  styles: `
    .page {
      padding: 18px 24px 40px;
    }
    h1 {
      margin-bottom: 14px;
    }
    .lists {
      columns: 2 400px;
      column-gap: 32px;
    }
    section {
      margin-bottom: 22px;
      break-inside: avoid;
    }
    h2 {
      margin: 0 0 4px;
      padding-bottom: 6px;
      border-bottom: 1px solid var(--line);
      font-size: 15px;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li.muted,
    p {
      margin: 0;
      padding: 6px 8px;
      font-size: 13.5px;
    }
    a {
      display: grid;
      grid-template-columns: 20px minmax(40%, 1fr) minmax(0, auto);
      gap: 8px;
      align-items: center;
      min-height: 32px;
      padding: 2px 8px;
      border-radius: var(--radius);
      color: var(--ink);
      text-decoration: none;
    }
    a:hover {
      background: var(--spruce-wash);
    }
    .title {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      font-weight: 520;
    }
    .about,
    mat-icon {
      color: var(--muted);
    }
    .about {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      font-size: 12.5px;
      font-variant-numeric: tabular-nums;
    }
    .urgent {
      color: var(--brick);
    }
    @media (max-width: 700px) {
      a {
        grid-template-columns: 20px minmax(0, 1fr);
        row-gap: 0;
        padding-block: 5px;
      }
      .about {
        grid-column: 2;
      }
    }
  `,
})
export class OverviewPage {
  private readonly api = inject(OverviewApi);
  private readonly model = inject(ModelStore);
  private readonly moments = inject(MomentWords);
  private readonly inEntries = inject(FindingsStore);
  private readonly changes = signal(0);
  protected readonly answer = fetched({
    request: () => ({ changes: this.changes(), revision: this.model.revision() }),
    fetch: () => firstValueFrom(this.api.get()),
    keeps: () => true,
  });
  protected readonly sections = computed(() => {
    const answer = this.answer.value();
    if (!answer) return [];
    const when = (moment: string): string => this.moments.transform(moment);
    return overviewSections(answer, this.inEntries.findings(), this.model.compiled(), when);
  });

  constructor() {
    inject(Events)
      .stream.pipe(
        filter(({ kind }) => HEARD.has(kind)),
        debounceTime(400),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.changes.update((count) => count + 1));
  }
}
