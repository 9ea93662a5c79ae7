import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { useWords } from '@tovlet/core/messages/use-words';
import type { FieldGroup } from '@tovlet/core/model/document';
import { allFields } from '@tovlet/core/model/tree';
import { fieldTypeOf } from '@tovlet/core/fields/index';
import { ChecksStore } from '../../../shell/checks-store';
import { ModelStore } from '../../../shell/model-store';

/** Everything that refers to the fields of a group. */
@Component({
  selector: 'tov-uses-view',
  imports: [MatIcon, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table>
      <thead>
        <tr>
          <th i18n scope="col">Field</th>
          <th i18n scope="col">Used by</th>
        </tr>
      </thead>
      <tbody>
        @for (line of lines(); track line.field.id) {
          <tr>
            <th scope="row">
              <mat-icon [svgIcon]="line.icon" aria-hidden="true" />
              <a [routerLink]="[]" [queryParams]="{ view: null, field: line.field.id }">{{
                line.field.label
              }}</a>
            </th>
            <td>
              @for (words of line.words; track $index) {
                <div>{{ words }}</div>
              } @empty {
                <span i18n class="muted">Nothing refers to it.</span>
              }
            </td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    table {
      border-collapse: collapse;
      width: 100%;
      max-width: 900px;
      background: var(--raised);
      border: 1px solid var(--line);
    }
    th,
    td {
      text-align: left;
      vertical-align: top;
      font-weight: 400;
      padding: 7px 12px;
      border-bottom: 1px solid var(--line);
    }
    tbody th {
      white-space: nowrap;
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
