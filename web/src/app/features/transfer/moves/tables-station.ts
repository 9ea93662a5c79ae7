import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { counted } from '@tovlet/core/locale/counts';
import { cellInWords } from '@tovlet/core/messages/import-words';
import { shorten } from '@tovlet/core/messages/shorten';
import { MoveStore } from './move-store';
import { foreignInWords } from './move-words';

/** What a package holds: its tables, what they say of themselves, and their first rows. */
@Component({
  selector: 'tov-tables-station',
  imports: [MatButton, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul class="tables">
      @for (table of tables(); track table.name) {
        <li>
          <button
            type="button"
            class="line"
            [attr.aria-expanded]="open() === table.name"
            (click)="open.set(open() === table.name ? '' : table.name)"
          >
            <strong>{{ table.name }}</strong>&ngsp;
            <span class="muted">{{ table.words }}</span>
          </button>
          @if (table.problem) {
            <p class="error-text">{{ table.problem }}</p>
          }
          @if (open() === table.name) {
            <div class="scroll">
              <table>
                <thead>
                  <tr>
                    @for (field of table.fields; track field.name) {
                      <th>
                        {{ field.name }}<span class="muted">{{ field.words }}</span>
                      </th>
                    }
                  </tr>
                </thead>
                <tbody>
                  @for (row of table.rows; track $index) {
                    <tr>
                      @for (cell of row; track $index) {
                        <td dir="auto">{{ cell }}</td>
                      }
                    </tr>
                  }
                </tbody>
              </table>
            </div>
          }
        </li>
      }
    </ul>
    <p class="next">
      <a matButton="filled" routerLink="../match"
        ><ng-container i18n>Go on to what they become</ng-container></a
      >
    </p>
  `,
  styleUrl: './tables-station.scss',
})
export class TablesStation {
  private readonly store = inject(MoveStore);
  /** The table whose rows are shown. */
  protected readonly open = signal('');

  protected readonly tables = computed(() =>
    (this.store.answer()?.tables ?? []).map(({ name, title, fields, foreignKeys, samples, problem }) => ({
      name,
      problem,
      words: [
        ...(title === '' ? [] : [title]),
        counted(fields.length, 'column', 'columns'),
        ...foreignKeys.map(({ column, table }) => `${column} → ${table}`),
      ].join(' · '),
      fields: fields.map((field) => ({ name: field.name, words: foreignInWords(field) })),
      rows: samples.map((row) => fields.map((field) => shorten(cellInWords(row[field.name] ?? null)))),
    })),
  );
}
