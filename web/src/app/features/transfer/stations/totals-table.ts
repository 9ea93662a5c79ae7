import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { numbered } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { sameJson } from '@tovlet/core/json';
import type { ColumnTotals, ImportReport } from '@tovlet/core/transfer/import-report';
import { ImportStore } from '../import-store';

function inWords({ filled, sum, least, most }: ColumnTotals): string {
  if (sum === null || least === null || most === null) return say`${numbered(filled)} filled`;
  return say`${numbered(filled)} filled, ${numbered(least)} to ${numbered(most)}, sum ${numbered(sum)}`;
}

/** The file and the entries side by side, in counts, ranges and sums of each field; what differs stands out. */
@Component({
  selector: 'tov-totals-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (lines().length > 0) {
      <table>
        <thead>
          <tr>
            <th i18n>Field</th>
            <th i18n>In the file</th>
            <th i18n>In the entries</th>
          </tr>
        </thead>
        <tbody>
          @for (line of lines(); track line.label) {
            <tr>
              <td>{{ line.label }}</td>
              <td>{{ line.file }}</td>
              <td [class.error-text]="!line.isSame">{{ line.stored }}</td>
            </tr>
          }
        </tbody>
      </table>
    }
  `,
  styles: `
    table {
      width: 100%;
      border-collapse: collapse;
    }
    th {
      color: var(--muted);
      font-weight: 500;
      text-align: left;
    }
    th,
    td {
      padding: 5px 12px 5px 0;
      border-bottom: 1px solid var(--line);
    }
  `,
})
export class TotalsTable {
  readonly report = input.required<ImportReport>();
  private readonly store = inject(ImportStore);

  protected readonly lines = computed(() =>
    Object.entries(this.report().totals).map(([to, { file, stored }]) => ({
      label: this.store.labelOf(to),
      file: inWords(file),
      stored: inWords(stored),
      isSame: sameJson(file, stored),
    })),
  );
}
