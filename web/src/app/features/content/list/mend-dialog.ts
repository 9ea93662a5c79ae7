import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import type { MendingAnswer } from '@tovlet/core/contracts/studio';
import { counted } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { differencesOf } from '@tovlet/core/values/differences';
import { rowText, valueText } from '@tovlet/core/messages/value-words';
import { isJsonObject, type JsonValue } from '@tovlet/core/json';
import type { ValueDifference } from '@tovlet/core/values/differences';
import { ThingNames } from '../../../pickers/thing-names';

/** What is to be mended, and what would become of it. */
export interface MendQuestion {
  readonly type: CompiledType;
  /** What is wrong. */
  readonly words: string;
  readonly mending: MendingAnswer;
}

/** A value before and after. */
interface Line {
  readonly title: string;
  readonly way: string;
  readonly before: string;
  readonly after: string;
}

/** Shows what mending makes of the first entries, and asks whether all of them are to be mended so. */
@Component({
  imports: [MatButton],
  providers: [ThingNames],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="dialog" (submit)="$event.preventDefault(); dialog.close(true)">
      <h1 id="mend-title">{{ title }}</h1>
      <p>{{ words }}</p>
      <table>
        <thead>
          <tr>
            <th i18n scope="col">Entry</th>
            <th i18n scope="col">Field</th>
            <th i18n scope="col">Now</th>
            <th i18n scope="col">Afterwards</th>
          </tr>
        </thead>
        <tbody>
          @for (line of lines(); track $index) {
            <tr>
              <th scope="row" dir="auto">{{ line.title }}</th>
              <td>{{ line.way }}</td>
              <td dir="auto">
                <del>{{ line.before }}</del>
              </td>
              <td dir="auto">
                <ins>{{ line.after }}</ins>
              </td>
            </tr>
          }
        </tbody>
      </table>
      <p class="muted">{{ rest }}</p>
      <div class="foot">
        <button type="button" matButton="outlined" (click)="dialog.close(false)">
          <ng-container i18n>Cancel</ng-container>
        </button>
        <button type="submit" matButton="filled">{{ yes }}</button>
      </div>
    </form>
  `,
  styles: `
    table {
      width: 100%;
      margin: 8px 0;
      border-collapse: collapse;
    }
    th,
    td {
      padding: 6px 12px 6px 0;
      border-bottom: 1px solid var(--line);
      text-align: left;
      vertical-align: top;
      font-weight: 400;
      overflow-wrap: anywhere;
    }
    thead th {
      color: var(--muted);
      font-size: 12.5px;
    }
    tbody th {
      font-weight: 560;
    }
    p {
      margin: 6px 0;
    }
  `,
})
export class MendDialog {
  private readonly question = inject<MendQuestion>(MAT_DIALOG_DATA);
  private readonly names = inject(ThingNames);
  protected readonly dialog = inject<MatDialogRef<MendDialog, boolean>>(MatDialogRef);
  private readonly entries = counted(this.question.mending.entries, 'entry', 'entries');
  protected readonly title = say`Mend ${this.entries}`;
  protected readonly yes = say`Mend ${this.entries}`;
  protected readonly words = this.question.words;
  protected readonly rest = this.restWords();

  protected readonly lines = computed<readonly Line[]>(() => {
    const { type, mending } = this.question;
    const field = mending.change && 'field' in mending.change ? mending.change.field : '';
    return mending.samples.flatMap(({ title, before, after }) =>
      differencesOf(type.fields, { [field]: before }, { [field]: after }).map((difference) => ({
        title,
        way: difference.way.join(' › '),
        before: this.textOf(difference.before, difference),
        after: this.textOf(difference.after, difference),
      })),
    );
  });

  constructor() {
    const found = JSON.stringify(this.question.mending.samples).match(/"[a-z]_\w+"/g) ?? [];
    this.names.ids.set(found.map((each) => each.slice(1, -1)));
  }

  private restWords(): string {
    const { entries, samples } = this.question.mending;
    const kept = say`What else is wrong with them stays as it is. All of it can be taken back.`;
    return entries > samples.length ? say`${samples.length} of ${entries} are shown. ${kept}` : kept;
  }

  private textOf(value: JsonValue, { kind, field }: ValueDifference): string {
    const text =
      kind === 'changed' || !isJsonObject(value)
        ? valueText(value, field, this.names.titles())
        : rowText(value, field.children, this.names.titles());
    return text === '' ? say`nothing` : text;
  }
}
