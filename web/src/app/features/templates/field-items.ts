import { Said } from '../../shared/said';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { ICON_BUTTON } from '../../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import type { JsonValue } from '@tovlet/core/json';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { FieldPicker } from '../../pickers/field/field-picker';
import { Choice } from '../../shared/choice';
import { Options } from '../../shared/options';

interface Item {
  readonly field: string;
  readonly format: string | null;
}

/** The list of values that a facts or table block shows: which, in which order, in which format. */
@Component({
  selector: 'tov-field-items',
  imports: [Choice, FieldPicker, ICON_BUTTON, MatIcon, Options, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="muted head">{{ label() }}</span>
    <ol>
      @for (line of lines(); track line.item.field; let index = $index) {
        <li>
          <span class="name" [class.gone]="!line.field">{{
            line.field?.publicLabel ?? ('A removed field' | said)
          }}</span>
          @if ((line.field?.type?.formats?.length ?? 0) > 1) {
            <tov-choice
              class="small"
              label="Format of {{ line.field?.publicLabel }}"
              i18n-label
              [options]="line.field?.type?.formats | options: 'kind' : 'label'"
              [value]="line.item.format ?? line.field?.type?.formats?.[0]?.kind ?? null"
              (chosen)="setFormat(index, $event ?? '')"
            />
          }
          <button
            type="button"
            matIconButton
            [disabled]="index === 0"
            ariaLabel="Move up {{ line.field?.publicLabel }}"
            i18n-ariaLabel
            (click)="move(index, index - 1)"
          >
            <mat-icon svgIcon="arrow_upward" />
          </button>
          <button
            type="button"
            matIconButton
            ariaLabel="Take out {{ line.field?.publicLabel }}"
            i18n-ariaLabel
            (click)="remove(index)"
          >
            <mat-icon svgIcon="close" />
          </button>
        </li>
      }
    </ol>
    @if (rest().length > 0) {
      <tov-field-picker
        none="Add a value…"
        i18n-none
        label="Add to {{ label() }}"
        i18n-label
        [fields]="rest()"
        [stays]="false"
        (chosen)="add($event)"
      />
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 4px;
    }
    .head {
      font-size: 12px;
    }
    ol {
      list-style: none;
      margin: 0;
      padding: 0;
      border: 1px solid var(--line);
      border-radius: var(--radius);
      background: var(--raised);
    }
    ol:empty {
      display: none;
    }
    li {
      display: flex;
      gap: 2px;
      align-items: center;
      padding: 1px 2px 1px 8px;
      border-bottom: 1px solid var(--line);
    }
    li:last-child {
      border-bottom: 0;
    }
    li tov-choice {
      flex: none;
      width: 118px;
    }
    .name {
      flex: 1;
      min-width: 0;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .gone {
      color: var(--brick);
    }
  `,
})
export class FieldItems {
  readonly label = input.required<string>();
  readonly items = input.required<readonly Item[]>();
  readonly fields = input.required<readonly CompiledField[]>();
  readonly changed = output<JsonValue>();

  protected readonly lines = computed(() => {
    const byId = new Map(this.fields().map((field) => [field.id, field]));
    return this.items().map((item) => ({ item, field: byId.get(item.field) ?? null }));
  });
  protected readonly rest = computed(() =>
    this.fields().filter(({ id }) => !this.items().some((item) => item.field === id)),
  );

  protected add(field: string | null): void {
    if (field !== null) this.emit([...this.items(), { field, format: null }]);
  }

  protected remove(index: number): void {
    this.emit(this.items().filter((_item, at) => at !== index));
  }

  protected move(from: number, to: number): void {
    const items = [...this.items()];
    const [moved] = items.splice(from, 1);
    if (moved) this.emit([...items.slice(0, to), moved, ...items.slice(to)]);
  }

  protected setFormat(index: number, format: string): void {
    this.emit(this.items().map((item, at) => (at === index ? { ...item, format } : item)));
  }

  private emit(items: readonly Item[]): void {
    this.changed.emit(items.map(({ field, format }) => ({ field, format })));
  }
}
