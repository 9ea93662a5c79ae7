import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { RouterLink } from '@angular/router';
import { importEncodings, importFormats, type ImportSource } from '@tovlet/core/contracts/studio/imports';
import { bytesInWords } from '@tovlet/core/fields/media_fit/bytes-in-words';
import { say } from '@tovlet/core/locale/say';
import { cellInWords } from '@tovlet/core/messages/import-words';
import { Choice } from '../../../shared/choice';
import { ImportStore } from '../import-store';
import { hasHeadings } from '../import-words';

const FORMATS: Readonly<Record<ImportSource['format'], string>> = {
  csv: say`Table of text (CSV, TSV)`,
  xlsx: say`Workbook (XLSX), its first sheet`,
  json: say`JSON, GeoJSON`,
  jsonl: say`JSON Lines`,
};

const DELIMITERS = [
  { value: ',', label: say`a comma` },
  { value: ';', label: say`a semicolon` },
  { value: '\t', label: say`a tab` },
  { value: '|', label: say`a bar` },
] as const;

/** So many rows are shown. */
const SHOWN = 6;

/** How the file is read: what was found, and its first rows as they are read so. */
@Component({
  selector: 'tov-source-station',
  imports: [Choice, MatButton, MatCheckbox, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (store.source(); as source) {
      <div class="read">
        <label class="line">
          <span i18n>Format</span>
          <tov-choice
            label="Format"
            i18n-label
            [options]="formats"
            [value]="source.format"
            [disabled]="isFixed()"
            (chosen)="setFormat($event)"
          />
        </label>
        @if (source.format !== 'xlsx') {
          <label class="line">
            <span i18n>Encoding</span>
            <tov-choice
              label="Encoding"
              i18n-label
              [options]="encodings"
              [value]="source.encoding"
              [disabled]="isFixed()"
              (chosen)="setEncoding($event)"
            />
          </label>
        }
        @if (source.format === 'csv') {
          <label class="line">
            <span i18n>Between cells stands</span>
            <tov-choice
              label="Between cells stands"
              i18n-label
              [options]="delimiters"
              [value]="source.delimiter"
              [disabled]="isFixed()"
              (chosen)="setDelimiter($event)"
            />
          </label>
        }
        @if (hasHeadings(source.format)) {
          <mat-checkbox
            [checked]="source.headings"
            [disabled]="isFixed()"
            (change)="store.setSource({ headings: $event.checked })"
          >
            <ng-container i18n>The first line names the columns</ng-container>
          </mat-checkbox>
        }
      </div>
      @if (store.answer()?.problem; as problem) {
        <p class="error-text" role="alert">{{ problem }}</p>
      } @else {
        <div class="table" tabindex="0" role="region" aria-label="The first rows" i18n-aria-label>
          <table>
            <thead>
              <tr>
                @for (column of columns(); track column.name) {
                  <th>{{ column.name }}</th>
                }
              </tr>
            </thead>
            <tbody>
              @for (row of rows(); track $index) {
                <tr>
                  @for (cell of row; track $index) {
                    <td dir="auto">{{ cell }}</td>
                  }
                </tr>
              }
            </tbody>
          </table>
        </div>
        <p class="next">
          <a matButton="filled" routerLink="../match"><ng-container i18n>Match the columns</ng-container></a>
          <span i18n class="muted">{{ size() }}. Samples of each column, not whole rows.</span>
        </p>
      }
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 14px;
    }
    .read {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: end;
    }
    .line {
      display: grid;
      gap: 3px;
      flex: 0 1 210px;
      color: var(--muted);
    }
    .table {
      overflow: auto;
      border: 1px solid var(--line);
      border-radius: var(--radius);
    }
    table {
      border-collapse: collapse;
    }
    th,
    td {
      max-width: 260px;
      padding: 5px 12px;
      overflow: hidden;
      border-bottom: 1px solid var(--line);
      text-align: left;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .next {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: center;
      margin: 0;
    }
  `,
})
export class SourceStation {
  protected readonly store = inject(ImportStore);
  protected readonly formats = importFormats.map((value) => ({ value, label: FORMATS[value] }));
  protected readonly encodings = importEncodings.map((value) => ({ value, label: value }));
  protected readonly delimiters = DELIMITERS;
  protected readonly hasHeadings = hasHeadings;
  protected readonly columns = computed(() => this.store.answer()?.columns ?? []);
  protected readonly isFixed = computed(() => this.store.isWritten() || this.store.running() !== undefined);
  protected readonly size = computed(() => bytesInWords(this.store.answer()?.bytes ?? 0));
  protected readonly rows = computed(() =>
    Array.from({ length: SHOWN }, (_row, at) =>
      this.columns().map(({ samples }) => cellInWords(samples[at] ?? null)),
    ).filter((row) => row.some((cell) => cell !== '')),
  );

  protected setFormat(value: string | null): void {
    const format = importFormats.find((each) => each === value);
    if (format) this.store.setSource({ format });
  }

  protected setEncoding(value: string | null): void {
    const encoding = importEncodings.find((each) => each === value);
    if (encoding) this.store.setSource({ encoding });
  }

  protected setDelimiter(value: string | null): void {
    const found = DELIMITERS.find((each) => each.value === value);
    if (found) this.store.setSource({ delimiter: found.value });
  }
}
