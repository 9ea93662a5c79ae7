import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { TermsReport } from '@tovlet/core/contracts/studio/moves';
import { say } from '@tovlet/core/locale/say';

/** So many rows are told. */
const TOLD = 100;

/** What is wrong with the rows of a table that are terms. */
@Component({
  selector: 'tov-terms-outcome',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (problems().length > 0) {
      <table>
        <thead>
          <tr>
            <th i18n class="number">Row</th>
            <th i18n class="title">Term</th>
            <th i18n>What is wrong</th>
          </tr>
        </thead>
        <tbody>
          @for (each of problems(); track each.row) {
            <tr>
              <td class="number muted">{{ each.row }}</td>
              <td class="title">{{ each.title || untitled }}</td>
              <td class="error-text">{{ each.message }}</td>
            </tr>
          }
        </tbody>
      </table>
    } @else {
      <p i18n class="muted">Nothing is wrong with these terms.</p>
    }
  `,
  styles: `
    p {
      margin: 0;
    }
    table {
      width: 100%;
      border-collapse: collapse;
      table-layout: fixed;
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
      overflow-wrap: anywhere;
    }
    .number {
      width: 56px;
    }
    .title {
      width: 30%;
    }
  `,
})
export class TermsOutcome {
  readonly report = input.required<TermsReport>();
  protected readonly problems = computed(() => this.report().problems.slice(0, TOLD));
  protected readonly untitled = say`without a title`;
}
