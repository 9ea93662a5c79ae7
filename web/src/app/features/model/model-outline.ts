import { Said } from '../../shared/said';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ICON_BUTTON } from '../../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import labelOffIcon from '@material-symbols/svg-400/outlined/label_off.svg' with { loader: 'text' };
import { knowIcons } from '../../shared/icons';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { ChecksStore } from '../../shell/checks-store';
import { ModelStore } from '../../shell/model-store';
import { SessionStore } from '../../shell/session-store';

/** What the model holds, with counts. */
@Component({
  selector: 'tov-model-outline',
  imports: [ICON_BUTTON, MatIcon, RouterLink, RouterLinkActive, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      #filter
      class="control"
      type="search"
      placeholder="Filter"
      i18n-placeholder
      aria-label="Filter the outline"
      i18n-aria-label
      (input)="words.set(filter.value)"
    />
    <a class="line" routerLink="/model" [routerLinkActiveOptions]="{ exact: true }" routerLinkActive="here"
      ><mat-icon svgIcon="table_rows" /><ng-container i18n>Overview</ng-container></a
    >
    <header>
      <h3 i18n>Content types</h3>
      @if (session.canModel()) {
        <a
          matIconButton
          routerLink="/model"
          [queryParams]="{ new: 'type' }"
          aria-label="New content type"
          i18n-aria-label
          ><mat-icon svgIcon="add"
        /></a>
      }
    </header>
    @for (type of types(); track type.id) {
      <a class="line" [routerLink]="['/model/types', type.id]" routerLinkActive="here">
        <mat-icon [svgIcon]="type.icon" /><span>{{ type.singular }}</span
        ><small>{{ model.countOf(type.id) }}</small>
      </a>
    }
    <header>
      <h3 i18n>Taxonomies</h3>
      @if (session.canModel()) {
        <a
          matIconButton
          routerLink="/model"
          [queryParams]="{ new: 'taxonomy' }"
          aria-label="New taxonomy"
          i18n-aria-label
          ><mat-icon svgIcon="add"
        /></a>
      }
    </header>
    @for (taxonomy of taxonomies(); track taxonomy.id) {
      <a class="line" [routerLink]="['/model/taxonomies', taxonomy.id]" routerLinkActive="here">
        <mat-icon [svgIcon]="taxonomy.tree ? 'account_tree' : 'sell'" /><span>{{ taxonomy.plural }}</span
        ><small>{{ model.countOf(taxonomy.id) }}</small>
      </a>
    }
    <header>
      <h3 i18n>Field groups</h3>
      @if (session.canModel()) {
        <a
          matIconButton
          routerLink="/model"
          [queryParams]="{ new: 'group' }"
          aria-label="New field group"
          i18n-aria-label
          ><mat-icon svgIcon="add"
        /></a>
      }
    </header>
    @for (group of groups(); track group.id) {
      <a
        class="line"
        [class.off]="!group.active"
        [routerLink]="['/model/groups', group.id]"
        routerLinkActive="here"
      >
        <mat-icon
          [svgIcon]="flawed().has(group.id) ? 'warning' : group.shared ? 'join_inner' : 'list_alt'"
          [attr.aria-label]="flawed().has(group.id) ? ('has findings' | said) : null"
        />
        <span>{{ group.label }}</span><small>{{ group.fields.length }}</small>
      </a>
    }
    <a class="line types" routerLink="/model/field-types" routerLinkActive="here"
      ><mat-icon svgIcon="category" /><ng-container i18n>Field types</ng-container></a
    >
    @if (session.canModel()) {
      <a class="line loose" routerLink="/model/loose" routerLinkActive="here"
        ><mat-icon svgIcon="label_off" /><ng-container i18n>Loose values</ng-container></a
      >
    }
    <a class="line history" routerLink="/model/history" routerLinkActive="here"
      ><mat-icon svgIcon="history" /><ng-container i18n>History</ng-container></a
    >
  `,
  styles: `
    :host {
      display: block;
      padding: 10px 8px;
    }
    header {
      display: flex;
      justify-content: space-between;
      align-items: center;
      padding: 12px 2px 2px 8px;
      color: var(--muted);
    }
    .line {
      display: flex;
      align-items: center;
      gap: 8px;
      min-height: 28px;
      padding: 2px 8px;
      border-radius: var(--radius);
      color: var(--ink);
      text-decoration: none;
      mat-icon {
        color: var(--muted);
      }
      span {
        overflow: hidden;
        text-overflow: ellipsis;
        white-space: nowrap;
      }
      small {
        margin-left: auto;
        color: var(--muted);
        font-variant-numeric: tabular-nums;
      }
      &:hover {
        background: var(--spruce-wash);
      }
      &.here {
        background: var(--raised);
        box-shadow: inset 0 0 0 1px var(--line);
        font-weight: 560;
      }
      &.off span {
        color: var(--muted);
        text-decoration: line-through;
      }
    }
    .control {
      margin-bottom: 6px;
    }
    .types {
      margin-top: 14px;
    }
  `,
})
export class ModelOutline {
  private readonly checks = inject(ChecksStore);
  protected readonly model = inject(ModelStore);
  protected readonly session = inject(SessionStore);
  protected readonly words = signal('');
  private readonly fits = (label: string): boolean =>
    label.toLowerCase().includes(this.words().trim().toLowerCase());
  protected readonly types = computed(() =>
    this.model.document().contentTypes.filter(({ singular, plural }) => this.fits(`${singular} ${plural}`)),
  );
  protected readonly taxonomies = computed(() =>
    this.model.document().taxonomies.filter(({ singular, plural }) => this.fits(`${singular} ${plural}`)),
  );
  protected readonly groups = computed(() =>
    this.model.document().groups.filter(({ label }) => this.fits(label)),
  );
  protected readonly flawed = computed(() => {
    const { fields } = this.model.compiled();
    return new Set(
      this.checks
        .findings()
        .filter(({ severity }) => severity !== 'note')
        .map(({ target }) => (target.kind === 'field' ? fields.get(target.id)?.groupId : target.id)),
    );
  });
  constructor() {
    knowIcons({ label_off: labelOffIcon });
  }
}
