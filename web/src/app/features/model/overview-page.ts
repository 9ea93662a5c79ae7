import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { Router, RouterLink } from '@angular/router';
import { conditionWords } from '@tovlet/core/messages/condition-words';
import type { ContentType, FieldGroup } from '@tovlet/core/model/document';
import { reachOf } from '@tovlet/core/placement/reach';
import { firstValueFrom } from 'rxjs';
import { ModelStore } from '../../shell/model-store';
import { Panes } from '../../shell/panes';
import { SessionStore } from '../../shell/session-store';
import { ModelOutline } from './model-outline';
import { NewGroupDialog } from './new-group-dialog';
import { NewTypeDialog } from './new-type-dialog';

/** All types and groups, and which group reaches which type. */
@Component({
  selector: 'tov-overview-page',
  imports: [Panes, ModelOutline, RouterLink, MatIcon, MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-panes [inspector]="false" outlineLabel="Model">
      <tov-model-outline outline />
      <div class="page">
        <header>
          <div>
            <h1>Model</h1>
            <p class="muted">
              {{ model.document().contentTypes.length }} content types,
              {{ model.document().groups.length }} field groups, {{ model.compiled().fields.size }} fields.
              Revision {{ model.revision() }}.
            </p>
          </div>
          @if (session.canModel()) {
            <button type="button" class="button" (click)="newType()">
              <mat-icon svgIcon="add" />New content type
            </button>
            <button type="button" class="button main" (click)="newGroup()">
              <mat-icon svgIcon="add" />New field group
            </button>
          }
        </header>
        <h2>Reach</h2>
        <p class="muted">Which group appears on which content type.</p>
        <div class="scroll">
          <table>
            <thead>
              <tr>
                <th scope="col">Field group</th>
                @for (type of model.document().contentTypes; track type.id) {
                  <th scope="col">
                    <a [routerLink]="['/model/types', type.id]"
                      ><mat-icon [svgIcon]="type.icon" aria-hidden="true" />{{ type.plural }}</a
                    >
                    <small>{{ model.counts().types[type.id] ?? 0 }} entries</small>
                  </th>
                }
                <th scope="col" class="number">Entries</th>
              </tr>
            </thead>
            <tbody>
              @for (row of rows(); track row.group.id) {
                <tr>
                  <th scope="row">
                    <a [routerLink]="['/model/groups', row.group.id]">{{ row.group.label }}</a>
                    <small
                      >{{ row.group.fields.length }} fields{{ row.group.active ? '' : ', turned off' }}</small
                    >
                  </th>
                  @for (cell of row.cells; track $index) {
                    <td [class]="cell" [matTooltip]="row.words">{{ cell === 'none' ? '–' : cell }}</td>
                  }
                  <td class="number" [class.nothing]="row.count === 0">
                    @if (row.count === 0) {
                      <mat-icon svgIcon="warning" aria-hidden="true" />
                    }
                    {{ row.count }}
                  </td>
                </tr>
              } @empty {
                <tr>
                  <td [attr.colspan]="model.document().contentTypes.length + 2">
                    <div class="empty-place">
                      <h2>No field groups yet</h2>
                      <p>
                        A field group holds the fields that editors fill on some entries: prices, dates,
                        pictures. Begin with one for a content type.
                      </p>
                      @if (session.canModel()) {
                        <button type="button" class="button main" (click)="newGroup()">
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
      </div>
    </tov-panes>
  `,
  styles: `
    .page {
      padding: 18px 24px 40px;
    }
    header {
      display: flex;
      gap: 8px;
      align-items: flex-start;
      margin-bottom: 22px;
      div {
        flex: 1;
      }
    }
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
    thead a {
      display: inline-flex;
      gap: 6px;
      align-items: center;
    }
    th a {
      font-weight: 560;
      text-decoration: none;
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
export class OverviewPage {
  /** `type` or `group`: opens the dialog for a new one. */
  readonly new = input<string>();
  protected readonly model = inject(ModelStore);
  protected readonly session = inject(SessionStore);
  private readonly dialogs = inject(MatDialog);
  private readonly router = inject(Router);

  protected readonly rows = computed(() => {
    const { contentTypes, groups } = this.model.document();
    return groups.map((group) => ({
      group,
      cells: contentTypes.map(({ id }) => (group.active ? reachOf(group.appearsOn, id) : 'none')),
      count: this.model.counts().groups[group.id]?.count ?? 0,
      words: group.active
        ? `Appears when ${conditionWords(group.appearsOn, this.model.compiled())}`
        : 'Turned off',
    }));
  });

  constructor() {
    effect(() => {
      const wish = this.new();
      if (wish !== 'type' && wish !== 'group') return;
      void this.router.navigate([], { queryParams: {}, replaceUrl: true });
      void (wish === 'type' ? this.newType() : this.newGroup());
    });
  }

  protected async newType(): Promise<void> {
    const dialog = this.dialogs.open<NewTypeDialog, unknown, ContentType>(NewTypeDialog, {
      width: '520px',
      ariaLabelledBy: 'new-type-title',
    });
    const type = await firstValueFrom(dialog.afterClosed());
    if (type) await this.router.navigate(['/model/types', type.id]);
  }

  protected async newGroup(): Promise<void> {
    const dialog = this.dialogs.open<NewGroupDialog, unknown, FieldGroup>(NewGroupDialog, {
      width: '460px',
      ariaLabelledBy: 'new-group-title',
    });
    const group = await firstValueFrom(dialog.afterClosed());
    if (group) await this.router.navigate(['/model/groups', group.id]);
  }
}
