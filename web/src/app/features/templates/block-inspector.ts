import { say } from '@tovlet/core/locale/say';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import type { Condition } from '@tovlet/core/conditions/condition';
import type { Binding } from '@tovlet/core/templates/binding';
import type { ChipText } from '@tovlet/core/templates/chip-text';
import { isSeveral } from '@tovlet/core/templates/formats';
import { findList, findPath, type FoundPath } from '@tovlet/core/templates/found-path';
import { listedTypeOf, queryOf } from '@tovlet/core/templates/listed';
import { columnsFor } from '@tovlet/core/templates/put-on-page';
import { nearestSeat, type Seats } from '@tovlet/core/templates/seats';
import {
  listOptions,
  nearestOptions,
  valueOptions,
  type ValueOption,
} from '@tovlet/core/templates/value-options';
import type { JsonValue } from '@tovlet/core/json';
import type { ListedQuery } from '@tovlet/core/queries/listed';
import { blockKindOf } from '@tovlet/core/templates/blocks/index';
import type { PropertyControl } from '@tovlet/core/templates/blocks/block-kind';
import { fieldItems, type FieldItem } from '@tovlet/core/templates/properties/field-list';
import { piecesOf, propertyOf } from '@tovlet/core/templates/property';
import type { BlockStyle } from '@tovlet/core/templates/styles/block-style';
import { constantOf, type Block, type Repeat } from '@tovlet/core/templates/template';
import { ConditionEditor } from '../../conditions/condition-editor';
import { fieldSubjects } from '../../conditions/subjects';
import { BindingPanel } from './binding-panel';
import { BuilderStore } from './builder-store';
import { ChipEditor } from './chips/chip-editor';
import { FieldItems } from './field-items';
import { fittingOptions } from './fitting-options';
import { LookPanel } from './look/look-panel';
import { QueryPanel } from './listed/query-panel';
import { PathSearch } from '../../pickers/path/path-search';
import { SampleValues } from '../../pickers/path/sample-values';
import { Choice } from '../../shared/choice';

/** The selected block: its content and bindings, repetition, condition. */
@Component({
  selector: 'tov-block-inspector',
  imports: [
    BindingPanel,
    ChipEditor,
    Choice,
    ConditionEditor,
    FieldItems,
    LookPanel,
    MatButton,
    MatCheckbox,
    MatIcon,
    PathSearch,
    QueryPanel,
    MatExpansionPanel,
    MatExpansionPanelHeader,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './block-inspector.html',
  styles: `
    :host {
      display: block;
    }
    header {
      display: flex;
      gap: 10px;
      align-items: center;
      padding: 14px;
    }
    .note {
      margin: 0 14px 12px;
    }
    .head {
      display: flex;
      justify-content: space-between;
      align-items: center;
      min-height: 30px;
      color: var(--muted);
      font-size: 12px;
    }
  `,
})
export class BlockInspector {
  readonly block = input.required<Block>();
  protected readonly store = inject(BuilderStore);
  protected readonly samples = inject(SampleValues);
  protected readonly sampleOf = (option: ValueOption): string => this.samples.valueOf(option);

  protected readonly kind = computed(() => blockKindOf(this.block().kind));
  protected readonly findings = computed(() =>
    this.store.findings().filter(({ block }) => block === this.block().id),
  );
  /** What a block can repeat over, and a table go through. */
  protected readonly lists = computed(() => {
    const seats = this.store.standing.around();
    return seats ? listOptions(seats, this.store.standing.paths()) : [];
  });
  protected readonly subjects = computed(() => {
    const seats = this.store.standing.seats();
    if (!seats) return [];
    const { at, rows } = nearestSeat(seats);
    const fields = at.types.flatMap((type) => type.fields);
    return fieldSubjects(
      fields.flatMap((field) => [field, ...field.children]),
      rows ? [rows.id] : [],
      null,
    );
  });
  private readonly values = computed(() => {
    const seats = this.store.standing.seats();
    return seats ? valueOptions(seats, this.store.standing.paths()) : [];
  });

  protected constant = (control: PropertyControl): JsonValue => constantOf(this.block(), control.key) ?? null;
  protected text = (control: PropertyControl): string => {
    const value = this.constant(control);
    return value === null ? '' : String(value);
  };

  protected bindingOf(control: PropertyControl): Binding | null {
    const property = this.block().properties[control.key];
    return property && 'binding' in property ? property.binding : null;
  }

  /** What a property can be bound to: only what fits. */
  protected optionsFor({ binds }: PropertyControl): readonly ValueOption[] {
    return binds === undefined ? [] : fittingOptions(this.values(), binds);
  }

  /** What can stand in running text: what reads as one line. */
  protected chipsFor(control: PropertyControl): readonly ValueOption[] {
    return this.optionsFor({ ...control, binds: 'line' });
  }

  /** The own words of a property, with the values in them. */
  protected chipTextOf(control: PropertyControl): ChipText {
    return piecesOf(this.block().properties[control.key] ?? { constant: '' });
  }

  protected setConstant(control: PropertyControl, value: JsonValue): void {
    this.store.setProperty(this.block().id, control.key, { constant: value });
  }

  protected bind(control: PropertyControl, { place }: ValueOption): void {
    const fallback = this.bindingOf(control)?.fallback ?? '';
    this.store.setProperty(this.block().id, control.key, { binding: { ...place, format: null, fallback } });
  }

  protected setText(control: PropertyControl, text: ChipText): void {
    this.store.setProperty(this.block().id, control.key, propertyOf(text));
  }

  protected setBinding(control: PropertyControl, binding: Binding): void {
    this.store.setProperty(this.block().id, control.key, { binding });
  }

  protected startBinding(control: PropertyControl): void {
    const [first] = this.optionsFor(control);
    if (first) this.bind(control, first);
  }

  /** Where the cells of a table are seen from: within its list. */
  protected columnSeats(): Seats | null {
    const seats = this.store.standing.seats();
    const rows = constantOf(this.block(), 'rows');
    const list =
      seats && typeof rows === 'string' ? findList(rows, seats, this.store.standing.paths()) : null;
    return seats && list ? [...seats, list.seat] : null;
  }

  /** What a list is called that a block goes through. */
  protected listLabel(path: string): string {
    if (path === '') return '';
    return this.lists().find(({ place }) => place.path === path)?.path.label ?? say`A removed field`;
  }

  protected isLost = (path: string): boolean =>
    path !== '' && !this.lists().some(({ place }) => place.path === path);

  protected chooseRows(control: PropertyControl, { place }: ValueOption): void {
    const seats = this.store.standing.seats();
    const list = seats && findList(place.path, seats, this.store.standing.paths());
    if (!list) return;
    this.store.setBlock(this.block().id, {
      properties: { [control.key]: { constant: place.path }, columns: { constant: columnsFor(list) } },
    });
  }

  /** The type whose entries the block goes through; null where it goes through something else, or nothing. */
  protected readonly listedType = computed(
    () => this.store.standing.paths().model.typeById.get(listedTypeOf(this.block()) ?? '') ?? null,
  );
  protected readonly query = computed(() => queryOf(this.block()));
  protected readonly standsOn = computed(() => {
    const seats = this.store.standing.around();
    return seats && nearestSeat(seats).at;
  });
  /** Whether it goes through a list of its own accord. */
  protected readonly hasRows = computed(() =>
    this.kind().properties.some(({ control }) => control === 'rows'),
  );

  protected setStyle(style: BlockStyle | undefined): void {
    this.store.setBlock(this.block().id, { style });
  }

  protected setQuery(query: ListedQuery): void {
    this.store.setBlock(this.block().id, { query });
  }

  protected itemsOf(control: PropertyControl): readonly FieldItem[] {
    return fieldItems(this.constant(control));
  }

  protected setRepeat(field: string): void {
    const emptyMessage = this.block().repeat?.emptyMessage ?? '';
    this.store.setBlock(this.block().id, { repeat: field === '' ? null : { field, emptyMessage } });
  }

  /** What items can be put in order by: one value of each. */
  protected readonly orders = computed(() => {
    const seats = this.store.standing.seats();
    if (!seats || seats.length < 2) return [];
    return nearestOptions(seats, this.store.standing.paths()).filter(
      ({ found }) =>
        !isSeveral(found) && (found.property !== null || (found.field?.type.index ?? null) !== null),
    );
  });

  private orderOf(path: string): FoundPath | null {
    const seats = this.store.standing.seats();
    return path === '' || !seats
      ? null
      : findPath({ source: 'row', path }, seats, this.store.standing.paths());
  }

  protected orderLabel(path: string): string {
    if (path === '') return '';
    const option = this.orders().find(({ place }) => place.path === path);
    return option?.path.label ?? this.orderOf(path)?.resolved.label ?? say`A removed field`;
  }

  protected isOrderLost(path: string): boolean {
    return path !== '' && this.orderOf(path) === null;
  }

  private patchRepeat(change: (repeat: Repeat) => Repeat): void {
    const { id, repeat } = this.block();
    if (repeat) this.store.setBlock(id, { repeat: change(repeat) });
  }

  protected setSort(sort: NonNullable<Repeat['sort']> | null): void {
    this.patchRepeat(({ sort: _before, ...rest }) => (sort ? { ...rest, sort } : rest));
  }

  /** @param count not a number where all are wanted */
  protected setTake(count: number): void {
    const take = Math.min(Math.max(Math.round(count), 1), 1000);
    this.patchRepeat(({ take: _before, ...rest }) => (Number.isNaN(take) ? rest : { ...rest, take }));
  }

  protected setEmptyMessage(emptyMessage: string): void {
    this.patchRepeat((repeat) => ({ ...repeat, emptyMessage }));
  }

  protected setCondition(condition: Condition | null): void {
    this.store.setBlock(this.block().id, { shownWhen: condition });
  }
}
