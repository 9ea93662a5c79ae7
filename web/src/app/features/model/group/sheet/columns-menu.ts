import viewColumnIcon from '@material-symbols/svg-400/outlined/view_column.svg' with { loader: 'text' };
import { knowIcons } from '../../../../shared/icons';
import { CdkMenu, CdkMenuItemCheckbox, CdkMenuTrigger } from '@angular/cdk/menu';
import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { ICON_BUTTON } from '../../../../shared/icon-button';
import { toggled } from '../../../../shared/toggled';
import { EXTRA_COLUMNS, headingOf, type ExtraColumn } from './sheet-columns';

/** Chooses which columns the sheet has beside the usual ones. */
@Component({
  selector: 'tov-columns-menu',
  imports: [CdkMenu, CdkMenuItemCheckbox, CdkMenuTrigger, ICON_BUTTON, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      matIconButton
      type="button"
      aria-label="More columns"
      i18n-aria-label
      [cdkMenuTriggerFor]="columns"
    >
      <mat-icon svgIcon="view_column" />
    </button>
    <ng-template #columns>
      <div class="menu" cdkMenu aria-label="More columns" i18n-aria-label>
        @for (name of all; track name) {
          <button
            type="button"
            cdkMenuItemCheckbox
            [cdkMenuItemChecked]="extras().includes(name)"
            (cdkMenuItemTriggered)="toggle(name)"
          >
            <mat-icon [svgIcon]="extras().includes(name) ? 'check' : 'add'" />{{ heading(name) }}
          </button>
        }
      </div>
    </ng-template>
  `,
  styles: `
    .menu {
      display: grid;
      min-width: 160px;
      padding: 4px 0;
      border: 1px solid var(--line);
      border-radius: var(--radius);
      background: var(--raised);
      box-shadow: 0 4px 16px rgb(0 0 0 / 18%);
    }
    [cdkMenuItemCheckbox] {
      display: flex;
      align-items: center;
      gap: 8px;
      padding: 6px 14px 6px 10px;
      border: 0;
      background: none;
      text-align: left;
      cursor: pointer;
      &:hover,
      &:focus {
        background: var(--sunken);
        outline: none;
      }
      &[aria-checked='false'] mat-icon {
        opacity: 0;
      }
    }
  `,
})
export class ColumnsMenu {
  readonly extras = model.required<readonly ExtraColumn[]>();
  protected readonly all = EXTRA_COLUMNS;
  protected readonly heading = headingOf;

  constructor() {
    knowIcons({ view_column: viewColumnIcon });
  }

  protected toggle(name: ExtraColumn): void {
    this.extras.update((extras) => [...toggled(new Set(extras), name)]);
  }
}
