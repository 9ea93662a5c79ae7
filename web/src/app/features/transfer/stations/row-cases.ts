import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { ImportPhase } from '@tovlet/core/contracts/studio/imports';
import type { JsonValue } from '@tovlet/core/json';
import { say } from '@tovlet/core/locale/say';
import { cellInWords, rowProblemInWords } from '@tovlet/core/messages/import-words';
import { shorten } from '@tovlet/core/messages/shorten';
import { valueText } from '@tovlet/core/messages/value-words';
import type { RowOutcome } from '@tovlet/core/transfer/import-report';
import { firstValueFrom } from 'rxjs';
import { fetched } from '../../../fetching/fetched';
import { FetchedPart } from '../../../fetching/fetched-part';
import { ImportStore } from '../import-store';
import { ImportsApi } from '../imports-api';

/** Rows of one stretch of the balance: which entry, what becomes another thing, or why they are not taken. */
@Component({
  selector: 'tov-row-cases',
  imports: [FetchedPart, MatButton, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-fetched what="The rows" i18n-what [of]="page" [lines]="4">
      <p empty i18n class="muted">There are no such rows.</p>
      <table>
        <caption i18n class="visually-hidden">
          Rows, each with what becomes of it
        </caption>
        <thead>
          <tr>
            <th i18n class="number">Row</th>
            <th i18n class="title">Entry</th>
            <th i18n>What becomes of it</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.number) {
            <tr>
              <td class="number muted">{{ row.number }}</td>
              <td class="title">
                @if (row.link; as link) {
                  <a [routerLink]="link">{{ row.title }}</a>
                } @else {
                  {{ row.title }}
                }
              </td>
              <td dir="auto">
                @for (each of row.changes; track $index) {
                  <div>
                    <span class="muted">{{ each.label }}:</span>&ngsp;{{ each.before }}
                    <span class="muted" aria-hidden="true">→</span> {{ each.after }}
                  </div>
                }
                @for (words of row.problems; track $index) {
                  <div class="error-text">{{ words }}</div>
                }
              </td>
            </tr>
          }
        </tbody>
      </table>
      @if (page.value()?.next; as next) {
        <button type="button" matButton (click)="after.set(next)">
          <ng-container i18n>The next 50 rows</ng-container>
        </button>
      }
    </tov-fetched>
  `,
  styles: `
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
      vertical-align: top;
    }
    .number {
      width: 56px;
    }
    .title {
      width: 30%;
    }
  `,
})
export class RowCases {
  readonly phase = input.required<ImportPhase>();
  readonly outcome = input.required<RowOutcome>();
  /** How many rows are done: with more of them it is asked anew. */
  readonly done = input.required<number>();

  private readonly api = inject(ImportsApi);
  private readonly store = inject(ImportStore);
  /** Where the page begins; at the beginning where another stretch is looked into. */
  protected readonly after = linkedSignal({
    source: () => `${this.phase()} ${this.outcome()}`,
    computation: () => 0,
  });

  protected readonly page = fetched({
    request: () => {
      const id = this.store.answer()?.id;
      if (id === undefined) return undefined;
      return { id, phase: this.phase(), outcome: this.outcome(), after: this.after(), done: this.done() };
    },
    fetch: ({ id, phase, outcome, after }) => firstValueFrom(this.api.rows(id, { phase, outcome, after })),
    isEmpty: ({ rows }) => rows.length === 0,
    keeps: (before, now) => before.outcome === now.outcome && before.phase === now.phase,
  });

  protected readonly rows = computed(() => {
    const key = this.store.type()?.contentType.key;
    const isGone = this.phase() === 'take_back';
    return (this.page.value()?.rows ?? []).map(({ number, title, entry, changes, problems }) => ({
      number,
      title: title === '' ? say`without a title` : title,
      link:
        entry === null || key === undefined || (isGone && problems.length === 0)
          ? null
          : ['/content', key, entry],
      changes: changes.map(({ to, before, after }) => ({
        label: this.store.labelOf(to),
        before: this.valueOf(to, before),
        after: this.valueOf(to, after),
      })),
      problems: problems.map((each) => rowProblemInWords(each, this.store.labelOf)),
    }));
  });

  private valueOf(to: string, value: JsonValue): string {
    if (value === null) return say`empty`;
    const field = this.store.type()?.fields.find(({ id }) => id === to);
    const names = this.page.value()?.names ?? {};
    return shorten(field ? valueText(value, field, (id) => names[id]) : cellInWords(value));
  }
}
