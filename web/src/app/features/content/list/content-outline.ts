import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { ModelStore } from '../../../shell/model-store';
import { SessionStore } from '../../../shell/session-store';

/** The content types with the number of their entries, and the bin. */
@Component({
  selector: 'tov-content-outline',
  imports: [RouterLink, RouterLinkActive, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <a
      class="overview"
      routerLink="/content"
      routerLinkActive="here"
      ariaCurrentWhenActive="page"
      [routerLinkActiveOptions]="{ exact: true }"
      ><mat-icon svgIcon="checklist" /><span i18n>Overview</span></a
    >
    <h3 i18n>Entries</h3>
    @for (type of model.document().contentTypes; track type.id) {
      <a [routerLink]="['/content', type.key]" routerLinkActive="here"
        ><mat-icon [svgIcon]="type.icon" /><span>{{ type.plural }}</span
        ><small>{{ model.countOf(type.id) }}</small></a
      >
    }
    @if (session.canEdit()) {
      <a class="bin" routerLink="/content/the-bin" routerLinkActive="here"
        ><mat-icon svgIcon="delete" /><span i18n>Bin</span></a
      >
    }
  `,
  styles: `
    :host {
      display: block;
      padding: 10px 8px;
    }
    h3 {
      padding: 4px 8px 6px;
      color: var(--muted);
    }
    a {
      display: flex;
      align-items: center;
      gap: 8px;
      min-height: 28px;
      padding: 2px 8px;
      border-radius: var(--radius);
      color: var(--ink);
      text-decoration: none;
    }
    .bin {
      margin-top: 10px;
    }
    .overview {
      margin-bottom: 8px;
    }
    a:hover {
      background: var(--spruce-wash);
    }
    a.here {
      background: var(--raised);
      box-shadow: inset 0 0 0 1px var(--line);
      font-weight: 560;
    }
    mat-icon,
    small {
      color: var(--muted);
    }
    small {
      margin-left: auto;
      font-variant-numeric: tabular-nums;
    }
  `,
})
export class ContentOutline {
  protected readonly model = inject(ModelStore);
  protected readonly session = inject(SessionStore);
}
