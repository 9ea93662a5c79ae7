import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatRadioButton } from '@angular/material/radio';
import { MatTableModule } from '@angular/material/table';
import { ownProperties, ownPropertyWords } from '@tovlet/core/contracts/studio';
import { isJsonList, type JsonValue } from '@tovlet/core/json';
import { said, say } from '@tovlet/core/locale/say';
import { counted } from '@tovlet/core/locale/counts';
import type { ValueConflict } from '@tovlet/core/values/merge';
import { shorten } from '@tovlet/core/messages/shorten';
import { ModelStore } from '../../shell/model-store';
import type { EntryConflict } from './entry-meeting';

/** Characters of a value that are shown. */
const SHOWN = 80;

/** Both versions of what two people changed at once, and the choice between them field by field. */
@Component({
  selector: 'tov-conflict-panel',
  imports: [MatButton, MatRadioButton, MatTableModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="note warning" role="alert">
      <div>
        <h2 i18n>{{ conflict().by }} changed this entry meanwhile</h2>
        @if (conflict().conflicts.length === 0) {
          <p i18n>You changed different fields. Both sets of changes can be kept.</p>
        } @else {
          <p i18n>
            You both changed these fields. Choose for each; everything else is kept from both of you.
          </p>
          <table mat-table [dataSource]="conflicts()" [trackBy]="byField">
            <ng-container matColumnDef="field">
              <th mat-header-cell i18n *matHeaderCellDef scope="col">Field</th>
              <td mat-cell *matCellDef="let each" [attr.role]="'rowheader'">
                {{ labelOf(each.field) }}
              </td>
            </ng-container>
            <ng-container matColumnDef="mine">
              <th mat-header-cell i18n *matHeaderCellDef scope="col">Yours</th>
              <td mat-cell *matCellDef="let each">
                <mat-radio-button
                  value="mine"
                  [name]="each.field"
                  [checked]="!theirs().has(each.field)"
                  (change)="choose(each.field, false)"
                  >{{ shown(each.field, each.mine) }}</mat-radio-button
                >
              </td>
            </ng-container>
            <ng-container matColumnDef="theirs">
              <th mat-header-cell i18n *matHeaderCellDef scope="col">Theirs</th>
              <td mat-cell *matCellDef="let each">
                <mat-radio-button
                  value="theirs"
                  [name]="each.field"
                  [checked]="theirs().has(each.field)"
                  (change)="choose(each.field, true)"
                  >{{ shown(each.field, each.theirs) }}</mat-radio-button
                >
              </td>
            </ng-container>
            <tr mat-header-row *matHeaderRowDef="columns"></tr>
            <tr mat-row *matRowDef="let each; columns: columns"></tr>
          </table>
        }
        <div class="buttons">
          <button type="button" matButton="filled" (click)="resolve.emit(theirs())">
            @if (conflict().saving) {
              <ng-container i18n>Merge and save</ng-container>
            } @else {
              <ng-container i18n>Go on with these</ng-container>
            }
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
      border: 1px solid var(--line);
    }
    .mat-mdc-cell.mat-mdc-cell {
      white-space: normal;
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
  protected readonly columns = ['field', 'mine', 'theirs'];
  protected readonly conflicts = computed(() => [...this.conflict().conflicts]);
  protected readonly byField = (_: number, { field }: ValueConflict): string => field;
  private readonly chosen = signal<ReadonlySet<string>>(new Set());
  protected readonly theirs = computed(() => this.chosen());

  protected labelOf = (name: string): string => {
    const own = ownProperties.find((each) => each === name);
    return own ? said(ownPropertyWords[own]) : (this.model.compiled().fields.get(name)?.label ?? name);
  };

  /** A value as its type displays it; what it has no words for is counted, or shown as it is. */
  protected shown(id: string, value: JsonValue): string {
    if (value === null) return say`empty`;
    // What it is called is not known here.
    if (id === 'parent') return say`another entry`;
    if (id === 'template') return say`another template`;
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
