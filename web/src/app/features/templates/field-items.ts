import { Said } from '../../shared/said';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { ICON_BUTTON } from '../../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import type { JsonValue } from '@tovlet/core/json';
import type { PathContext } from '@tovlet/core/paths/standing';
import { publicLabel } from '@tovlet/core/templates/blocks/found-items';
import { formatsOf } from '@tovlet/core/templates/formats';
import { findPath } from '@tovlet/core/templates/found-path';
import type { Seats } from '@tovlet/core/templates/seats';
import { nearestOptions, type ValueOption } from '@tovlet/core/templates/value-options';
import { PathSearch } from '../../pickers/path/path-search';
import { SampleValues } from '../../pickers/path/sample-values';
import { Choice } from '../../shared/choice';
import { Options } from '../../shared/options';

interface Item {
  readonly field: string;
  readonly format: string | null;
}

/** The list of values that a facts or table block shows: which, in which order, in which format. */
@Component({
  selector: 'tov-field-items',
  imports: [Choice, PathSearch, ICON_BUTTON, MatIcon, Options, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="muted head">{{ label() }}</span>
    <ol>
      @for (line of lines(); track line.item.field; let index = $index) {
        <li>
          <span class="name" [class.gone]="!line.found">{{ line.label ?? ('A removed field' | said) }}</span>
          @if (line.formats.length > 1) {
            <tov-choice
              class="small"
              label="Format of {{ line.label }}"
              i18n-label
              [options]="line.formats | options: 'kind' : 'label'"
              [value]="line.item.format ?? line.formats[0]?.kind ?? null"
              (chosen)="setFormat(index, $event ?? '')"
            />
          }
          <button
            type="button"
            matIconButton
            [disabled]="index === 0"
            ariaLabel="Move up {{ line.label }}"
            i18n-ariaLabel
            (click)="move(index, index - 1)"
          >
            <mat-icon svgIcon="arrow_upward" />
          </button>
          <button
            type="button"
            matIconButton
            ariaLabel="Take out {{ line.label }}"
            i18n-ariaLabel
            (click)="remove(index)"
          >
            <mat-icon svgIcon="close" />
          </button>
        </li>
      }
    </ol>
    @if (rest().length > 0) {
      <tov-path-search
        placeholder="Add a value…"
        i18n-placeholder
        label="Add to {{ label() }}"
        i18n-label
        [options]="rest()"
        [sampleOf]="sampleOf"
        (chosen)="add($event)"
      />
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
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
  /** Where the values are seen from; null where that is not known. */
  readonly seats = input.required<Seats | null>();
  /** By which model they are found. */
  readonly paths = input.required<PathContext>();
  readonly changed = output<JsonValue>();

  private readonly samples = inject(SampleValues);
  protected readonly sampleOf = (option: ValueOption): string => this.samples.valueOf(option);

  protected readonly lines = computed(() => {
    const [seats, paths] = [this.seats(), this.paths()];
    return this.items().map((item) => {
      const source = seats && seats.length > 1 ? 'row' : 'entry';
      const found = seats && findPath({ source, path: item.field }, seats, paths);
      const formats = found ? formatsOf(found) : [];
      return { item, found, formats, label: found && publicLabel(found, paths) };
    });
  });
  protected readonly rest = computed(() => {
    const seats = this.seats();
    if (!seats) return [];
    const taken = new Set(this.items().map(({ field }) => field));
    return nearestOptions(seats, this.paths()).filter(
      ({ place, found }) => !taken.has(place.path) && (seats.length > 1 || !found.field?.type.rows),
    );
  });

  protected add({ place }: ValueOption): void {
    this.emit([...this.items(), { field: place.path, format: null }]);
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
