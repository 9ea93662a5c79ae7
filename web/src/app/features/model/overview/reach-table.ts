import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatMenu, MatMenuContent, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { RouterLink } from '@angular/router';
import { counted, numbered } from '@tovlet/core/locale/counts';
import { inSentence, say } from '@tovlet/core/locale/say';
import { conditionWords } from '@tovlet/core/messages/condition-words';
import { changeReach } from '@tovlet/core/model/change-reach';
import type { Reach } from '@tovlet/core/model/compiled';
import type { FieldGroup } from '@tovlet/core/model/document';
import { reachOf } from '@tovlet/core/model/reach';
import { MEDIA, PEOPLE } from '@tovlet/core/model/subjects';
import { Notices } from '../../../shared/notices';
import { ModelStore } from '../../../shell/model-store';
import { SessionStore } from '../../../shell/session-store';
import { TermsStore } from '../../../shell/terms-store';

/** What a group reaches of one type. */
interface ReachCell {
  readonly id: string;
  readonly name: string;
  readonly plural: string;
  readonly reach: Reach;
  readonly words: string;
}

/** A group with what it reaches. */
interface ReachRow {
  readonly group: FieldGroup;
  readonly cells: readonly ReachCell[];
  readonly count: number;
  readonly words: string;
}

/** Which group reaches which type. A cell explains itself, and changes the rule of its group. */
@Component({
  selector: 'tov-reach-table',
  imports: [MatButton, MatIcon, MatMenu, MatMenuContent, MatMenuItem, MatMenuTrigger, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="scroll">
      <table>
        <thead>
          <tr>
            <th i18n scope="col">Field group</th>
            @for (column of columns(); track column.id) {
              <th scope="col">
                <a [routerLink]="column.link"
                  ><mat-icon [svgIcon]="column.icon" aria-hidden="true" />{{ column.label }}</a
                >
                <small>{{ model.countOf(column.id) }} {{ column.unit }}</small>
              </th>
            }
            <th i18n scope="col" class="number">In all</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.group.id) {
            <tr>
              <th scope="row">
                <a [routerLink]="['/model/groups', row.group.id]">{{ row.group.label }}</a>
                <small>{{ counted(row.group.fields.length, 'field', 'fields') }}. {{ row.words }}</small>
              </th>
              @for (cell of row.cells; track $index) {
                <td [class]="cell.reach">
                  @if (session.canModel()) {
                    <button
                      type="button"
                      class="reach"
                      [attr.aria-label]="cell.name + ': ' + cell.words"
                      [matMenuTriggerFor]="reach"
                      [matMenuTriggerData]="{ cell, row }"
                    >
                      {{ cell.words }}
                    </button>
                  } @else {
                    {{ cell.words }}
                  }
                </td>
              }
              <td class="number" [class.nothing]="model.countsKnown() && row.count === 0">
                @if (model.countsKnown() && row.count === 0) {
                  <mat-icon svgIcon="warning" aria-hidden="true" />
                }
                {{ model.countsKnown() ? numbered(row.count) : '' }}
              </td>
            </tr>
          } @empty {
            <tr>
              <td [attr.colspan]="columns().length + 2">
                <div class="empty-place">
                  <h2 i18n>No field groups yet</h2>
                  <p i18n>
                    A field group holds the fields that editors fill on some entries: prices, dates, pictures.
                    Begin with one for a content type.
                  </p>
                  @if (session.canModel()) {
                    <button i18n type="button" matButton="filled" (click)="newGroup.emit()">
                      New field group
                    </button>
                  }
                </div>
              </td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    <mat-menu #reach>
      <ng-template matMenuContent let-cell="cell" let-row="row">
        <p class="why">{{ whyOf(cell, row) }}</p>
        <button i18n mat-menu-item [disabled]="cell.reach === 'all'" (click)="reachFor(cell, row, 'all')">
          Appear on all {{ cell.plural }}
        </button>
        <button i18n mat-menu-item [disabled]="cell.reach === 'none'" (click)="reachFor(cell, row, 'none')">
          Appear on no {{ cell.plural }}
        </button>
        <a i18n mat-menu-item [routerLink]="['/model/groups', row.group.id]" [queryParams]="{ view: 'rules' }"
          >Look at the rule</a
        >
      </ng-template>
    </mat-menu>
  `,
  styles: `
    .scroll {
      overflow-x: auto;
      margin-top: 10px;
    }
    table {
      border-collapse: collapse;
      min-width: 100%;
      background: var(--raised);
      border: 1px solid var(--line);
    }
    th,
    td {
      padding: 7px 14px;
      border: 1px solid var(--line);
      text-align: left;
      font-weight: 400;
      white-space: nowrap;
    }
    th small {
      display: block;
      color: var(--muted);
    }
    tbody th,
    thead th:first-child {
      position: sticky;
      left: 0;
      z-index: 1;
      background: var(--raised);
    }
    tbody th small {
      width: 210px;
      white-space: normal;
    }
    thead a {
      display: inline-flex;
      gap: 6px;
      align-items: center;
    }
    th a {
      font-weight: 560;
      text-decoration: none;
    }
    .reach {
      margin: -7px -14px;
      padding: 7px 14px;
      min-width: calc(100% + 28px);
      border: 0;
      background: none;
      text-align: left;
      cursor: pointer;
    }
    .reach:hover {
      text-decoration: underline;
    }
    .why {
      max-width: 240px;
      margin: 0;
      padding: 6px 14px 8px;
      border-bottom: 1px solid var(--line);
      color: var(--muted);
      font-size: 12.5px;
    }
    .number {
      text-align: right;
      font-variant-numeric: tabular-nums;
    }
    .all {
      background: var(--spruce-wash);
    }
    .some {
      background: var(--saffron-wash);
    }
    .none {
      color: var(--muted);
    }
    .nothing mat-icon {
      vertical-align: -4px;
      color: var(--brick);
    }
  `,
})
export class ReachTable {
  readonly newGroup = output();
  protected readonly model = inject(ModelStore);
  protected readonly session = inject(SessionStore);
  private readonly notices = inject(Notices);
  private readonly terms = inject(TermsStore);
  protected readonly numbered = numbered;
  protected readonly counted = counted;
  private readonly titles = (id: string): string | undefined => this.terms.byId().get(id)?.label;

  /** What groups can appear on: the content types, the terms of each taxonomy, people and media. */
  protected readonly columns = computed(() => {
    const { types, subjects } = this.model.compiled();
    const entries = types.map(({ contentType: { id, icon, plural } }) => ({
      id,
      icon,
      label: plural,
      unit: say`entries`,
      link: ['/model/types', id],
    }));
    const beside = subjects.map(({ contentType: { id, icon, plural } }) => ({
      id,
      icon,
      label: plural,
      unit: id === PEOPLE ? say`people` : id === MEDIA ? say`files` : say`terms`,
      link: id === PEOPLE ? ['/people'] : id === MEDIA ? ['/media'] : ['/model/taxonomies', id],
    }));
    return [...entries, ...beside];
  });

  protected readonly rows = computed<readonly ReachRow[]>(() => {
    const { subjectById } = this.model.compiled();
    const counts = this.model.counts().groups;
    return this.model
      .document()
      .groups.filter(({ shared }) => !shared)
      .map((group) => ({
        group,
        cells: this.columns().map(({ id, label }) => {
          const subject = subjectById.get(id);
          const there = subject?.groups.some((each) => each.group.id === group.id) === true;
          const reach = there ? reachOf(group.appearsOn, subject.contentType) : 'none';
          const some = counts[group.id]?.types[id];
          return {
            id,
            name: say`${group.label} on ${label}`,
            plural: inSentence(label),
            reach,
            words: { none: '–', all: say`all`, some: some === undefined ? say`some` : say`some (${some})` }[
              reach
            ],
          };
        }),
        count: counts[group.id]?.count ?? 0,
        words: group.active
          ? say`Appears when ${conditionWords(group.appearsOn, this.model.compiled(), this.titles)}`
          : say`Turned off`,
      }));
  });

  /** Why a group appears on something as it does. */
  protected whyOf({ id, plural, reach }: ReachCell, { group }: ReachRow): string {
    if (!group.active) return say`“${group.label}” is turned off: it appears nowhere.`;
    const rule = conditionWords(group.appearsOn, this.model.compiled(), this.titles);
    const count = this.model.counts().groups[group.id]?.types[id];
    const some = count === undefined ? say`some` : say`${numbered(count)} of ${this.model.countOf(id)}`;
    const reached = { all: say`all`, none: say`no`, some }[reach];
    return say`“${group.label}” appears when ${rule}. That holds for ${reached} ${plural}.`;
  }

  /** Changes the rule of a group so that it reaches all of something, or none of it. */
  protected reachFor({ id, plural }: ReachCell, { group }: ReachRow, wanted: 'all' | 'none'): void {
    const type = this.model.compiled().subjectById.get(id)?.contentType;
    if (!type) return;
    const appearsOn = changeReach(group.appearsOn, type, wanted);
    if (!this.model.apply([{ kind: 'set_group', group: group.id, patch: { appearsOn } }])) return;
    const now = wanted === 'all' ? say`all` : say`no`;
    this.notices.sayWithUndo(say`“${group.label}” appears on ${now} ${plural} now.`, () => this.model.undo());
  }

  constructor() {
    void this.terms.start();
  }
}
