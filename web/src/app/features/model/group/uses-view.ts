import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { MatTableModule } from '@angular/material/table';
import { RouterLink } from '@angular/router';
import { useWords } from '@tovlet/core/messages/use-words';
import type { Field, FieldGroup } from '@tovlet/core/model/document';
import { allFields } from '@tovlet/core/model/tree';
import { fieldTypeOf } from '@tovlet/core/fields/index';
import { ChecksStore } from '../../../shell/checks-store';
import { ModelStore } from '../../../shell/model-store';

/** Everything that refers to the fields of a group. */
@Component({
  selector: 'tov-uses-view',
  imports: [MatIcon, MatTableModule, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table mat-table [dataSource]="lines()" [trackBy]="byField">
      <ng-container matColumnDef="field">
        <th mat-header-cell i18n *matHeaderCellDef scope="col">Field</th>
        <td mat-cell *matCellDef="let line" [attr.role]="'rowheader'">
          <mat-icon [svgIcon]="line.icon" aria-hidden="true" />
          <a [routerLink]="[]" [queryParams]="{ view: null, field: line.field.id }">{{ line.field.label }}</a>
        </td>
      </ng-container>
      <ng-container matColumnDef="uses">
        <th mat-header-cell i18n *matHeaderCellDef scope="col">Used by</th>
        <td mat-cell *matCellDef="let line" class="uses">
          @for (words of line.words; track $index) {
            <div>{{ words }}</div>
          } @empty {
            <span i18n class="muted">Nothing refers to it.</span>
          }
        </td>
      </ng-container>
      <tr mat-header-row *matHeaderRowDef="columns"></tr>
      <tr mat-row *matRowDef="let line; columns: columns"></tr>
    </table>
  `,
  styles: `
    table {
      max-width: 900px;
      border: 1px solid var(--line);
    }
    td.uses {
      padding-block: 7px;
      white-space: normal;
    }
    mat-icon {
      vertical-align: -5px;
      color: var(--muted);
    }
  `,
})
export class UsesView {
  readonly group = input.required<FieldGroup>();
  private readonly checks = inject(ChecksStore);
  private readonly model = inject(ModelStore);
  protected readonly columns = ['field', 'uses'];
  protected readonly byField = (_: number, { field: { id } }: { readonly field: Field }): string => id;
  protected readonly lines = computed(() =>
    allFields(this.group()).map((field) => ({
      field,
      icon: fieldTypeOf(field.kind).icon,
      words: [
        ...new Set(this.checks.usesOf(field.id).map(({ place }) => useWords(place, this.model.compiled()))),
      ],
    })),
  );
}
