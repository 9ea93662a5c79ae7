import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatRadioButton } from '@angular/material/radio';
import { isJsonList, type JsonValue } from '@tovlet/core/json';
import { say } from '@tovlet/core/locale/say';
import { counted } from '@tovlet/core/locale/counts';
import { shorten } from '@tovlet/core/messages/shorten';
import { ModelStore } from '../../shell/model-store';
import type { EntryConflict } from './entry-store';

/** Characters of a value that are shown. */
const SHOWN = 80;

/** Both versions of what two people changed at once, and the choice between them field by field. */
@Component({
  selector: 'tov-conflict-panel',
  imports: [MatButton, MatRadioButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="note warning" role="alert">
      <div>
        <h2 i18n>{{ conflict().theirs.updatedBy }} saved this entry meanwhile</h2>
        @if (conflict().conflicts.length === 0) {
          <p i18n>You changed different fields. Both sets of changes can be kept.</p>
        } @else {
          <p i18n>
            You both changed these fields. Choose for each; everything else is kept from both of you.
          </p>
          <table>
            <thead>
              <tr>
                <th i18n scope="col">Field</th>
                <th i18n scope="col">Yours</th>
                <th i18n scope="col">Theirs</th>
              </tr>
            </thead>
            <tbody>
              @for (each of conflict().conflicts; track each.field) {
                <tr>
                  <th scope="row">{{ labelOf(each.field) }}</th>
                  <td>
                    <mat-radio-button
                      [name]="each.field"
                      value="mine"
                      [checked]="!theirs().has(each.field)"
                      (change)="choose(each.field, false)"
                      >{{ shown(each.field, each.mine) }}</mat-radio-button
                    >
                  </td>
                  <td>
                    <mat-radio-button
                      [name]="each.field"
                      value="theirs"
                      [checked]="theirs().has(each.field)"
                      (change)="choose(each.field, true)"
                      >{{ shown(each.field, each.theirs) }}</mat-radio-button
                    >
                  </td>
                </tr>
              }
            </tbody>
          </table>
        }
        <div class="buttons">
          <button i18n type="button" matButton="filled" (click)="resolve.emit(theirs())">
            Merge and save
          </button>
          <button i18n type="button" matButton="outlined" (click)="discard.emit()">
            Take their version, drop mine
          </button>
        </div>
      </div>
    </section>
  `,
  styles: `
    section > div {
      display: grid;
      gap: 8px;
      width: 100%;
    }
    table {
      border-collapse: collapse;
    }
    th,
    td {
      text-align: left;
      padding: 4px 16px 4px 0;
      font-weight: 400;
      overflow-wrap: anywhere;
    }
    .buttons {
      display: flex;
      gap: 8px;
    }
  `,
})
export class ConflictPanel {
  readonly conflict = input.required<EntryConflict>();
  readonly resolve = output<ReadonlySet<string>>();
  readonly discard = output();
  private readonly model = inject(ModelStore);
  private readonly chosen = signal<ReadonlySet<string>>(new Set());
  protected readonly theirs = computed(() => this.chosen());

  protected labelOf = (id: string): string => this.model.compiled().fields.get(id)?.label ?? id;

  /** A value as its type displays it; what it has no words for is counted, or shown as it is. */
  protected shown(id: string, value: JsonValue): string {
    if (value === null) return say`empty`;
    const field = this.model.compiled().fields.get(id);
    const displayed = field?.behaviour.display(value, undefined);
    if (displayed && 'text' in displayed && displayed.text !== '') return shorten(displayed.text, SHOWN);
    if (isJsonList(value)) return counted(value.length, 'row', 'rows');
    return shorten(typeof value === 'object' ? JSON.stringify(value) : String(value), SHOWN);
  }

  protected choose(field: string, theirs: boolean): void {
    this.chosen.update((chosen) => {
      const next = new Set(chosen);
      if (theirs) next.add(field);
      else next.delete(field);
      return next;
    });
  }
}
