import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { fieldTypeOf, fieldTypes, type FieldKind } from '@tovlet/core/fields/index';
import { say } from '@tovlet/core/locale/say';
import { cellInWords } from '@tovlet/core/messages/import-words';
import { shorten } from '@tovlet/core/messages/shorten';
import { keyProblem } from '@tovlet/core/model/keys';
import type { ColumnPlan } from '@tovlet/core/packages/move-plan';
import type { PackageTable } from '@tovlet/core/packages/package-table';
import { newColumnField } from '@tovlet/core/packages/new-column-field';
import { gatheredDestinations } from '@tovlet/core/transfer/destinations';
import { Choice } from '../../../shared/choice';
import { Notices } from '../../../shared/notices';
import { MoveStore } from './move-store';
import { foreignInWords } from './move-words';

/** Types that a column can be given: those of one value that a cell can say by itself. */
const KINDS: readonly FieldKind[] = [
  'text',
  'long_text',
  'rich_text',
  'email',
  'url',
  'phone',
  'colour',
  'code',
  'number',
  'money',
  'date',
  'time',
  'date_time',
  'switch',
  'place',
  'embed',
];

/** A new field of the column's own. */
const NEW = 'new';

/** Where the columns of a table go: each with what its package says of it and some of its cells. */
@Component({
  selector: 'tov-table-columns',
  imports: [Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './table-columns.html',
  styleUrl: './table-columns.scss',
})
export class TableColumns {
  readonly table = input.required<string>();
  readonly fixed = input(false);

  private readonly store = inject(MoveStore);
  private readonly notices = inject(Notices);

  private readonly source = computed((): PackageTable | undefined =>
    this.store.proposing().tables.find(({ name }) => name === this.table()),
  );
  private readonly becomes = computed(
    () => this.store.plan()?.tables.find(({ table }) => table === this.table())?.becomes,
  );
  private readonly columns = computed((): readonly ColumnPlan[] => {
    const becomes = this.becomes();
    return becomes?.role === 'type' || becomes?.role === 'rows' ? becomes.columns : [];
  });
  private readonly destinations = computed(() => {
    const becomes = this.becomes();
    if (becomes?.role === 'rows') return this.childDestinations(becomes.of);
    const type =
      becomes?.role === 'type' ? this.store.proposing().model.typeById.get(becomes.type) : undefined;
    if (type) return gatheredDestinations(type, 'developer').map(({ id, label }) => ({ value: id, label }));
    return [
      { value: 'title', label: say`Title` },
      { value: 'slug', label: say`Slug` },
      { value: 'status', label: say`Status` },
    ];
  });
  private readonly problems = computed(() =>
    (this.store.answer()?.problems ?? []).filter(({ table }) => table === this.table()),
  );

  protected readonly lines = computed(() => {
    const source = this.source();
    return this.columns().map((column) => {
      const foreign = source?.fields.find(({ name }) => name === column.column);
      const isMade = column.made !== null && column.made.id === column.to;
      const isTerm =
        column.to !== null && !isMade && !this.destinations().some(({ value }) => value === column.to);
      return {
        column: column.column,
        words: [
          ...(source?.primaryKey.includes(column.column) ? [say`the key of its rows`] : []),
          foreign ? foreignInWords(foreign) : say`from another table`,
        ].join(' · '),
        samples: (source?.samples ?? [])
          .map((row) => cellInWords(row[column.column] ?? null))
          .filter((cell) => cell !== '')
          .slice(0, 3)
          .map((cell) => shorten(cell))
          .join(' · '),
        to: isMade ? NEW : column.to,
        options: [
          { value: NEW, label: say`a new field` },
          ...(isTerm ? [{ value: column.to ?? '', label: say`its terms` }] : []),
          ...this.destinations(),
        ],
        made: isMade && column.made ? column.made : null,
        kinds: this.kindsOf(column),
        problem: this.problems().find((each) => each.column === column.column)?.message,
      };
    });
  });
  protected readonly labelWords = (column: string): string => say`Label of the field for ${column}`;
  protected readonly keyWords = (column: string): string => say`Key of the field for ${column}`;

  protected setTo(column: string, to: string | null): void {
    const source = this.source();
    if (to === NEW && source) {
      const { plan, proposing } = this.store;
      const now = plan();
      const made = now ? newColumnField(proposing(), now, source, column) : null;
      if (made) this.setColumn(column, { to: made.id, made });
      else this.notices.say(say`No type of field holds what stands in “${column}”.`);
    } else this.setColumn(column, { to, made: null });
  }

  protected setKind(column: string, kind: string | null): void {
    const source = this.source();
    const [plan, known] = [this.store.plan(), KINDS.find((each) => each === kind)];
    const before = this.columns().find((each) => each.column === column)?.made;
    if (!source || !plan || !known || !before) return;
    const fresh = newColumnField(this.store.proposing(), plan, source, column, known);
    if (!fresh) return;
    const { id, key, label } = before;
    this.setColumn(column, { to: id, made: { ...fresh, id, key, label } });
  }

  protected setLabel(column: string, label: string): void {
    const made = this.columns().find((each) => each.column === column)?.made;
    if (made && label.trim() !== '') this.setColumn(column, { made: { ...made, label: label.trim() } });
  }

  protected setKey(column: string, key: string): void {
    const made = this.columns().find((each) => each.column === column)?.made;
    if (!made) return;
    const others = this.columns().filter((each) => each.column !== column);
    const problem = others.some((each) => each.made?.key === key)
      ? say`Another column has the key ${key}.`
      : keyProblem(key);
    if (problem === null) this.setColumn(column, { made: { ...made, key } });
    else this.notices.say(problem);
  }

  private kindsOf({ made }: ColumnPlan): readonly { readonly value: string; readonly label: string }[] {
    if (!made) return [];
    const own = KINDS.includes(made.kind) ? KINDS : [made.kind, ...KINDS];
    // What names other things, or holds rows, is what its table says.
    const kinds = made.kind === 'relation' || made.kind === 'repeater' ? [made.kind] : own;
    return fieldTypes
      .filter(({ kind }) => kinds.includes(kind))
      .map(({ kind }) => ({ value: kind, label: fieldTypeOf(kind).name }));
  }

  private childDestinations(of: string): readonly { readonly value: string; readonly label: string }[] {
    const { tables, model } = this.store.proposing();
    const parent = tables
      .find(({ name }) => name === this.table())
      ?.foreignKeys.find(({ column }) => column === of)?.table;
    const owner = this.store.plan()?.tables.find(({ table }) => table === parent)?.becomes;
    if (owner?.role !== 'type') return [];
    const to = owner.columns.find(({ column }) => column === this.table())?.to;
    const repeater = model.typeById.get(owner.type)?.fields.find(({ id }) => id === to);
    return (repeater?.children ?? []).map(({ id, label }) => ({ value: id, label }));
  }

  private setColumn(column: string, patch: Partial<ColumnPlan>): void {
    this.store.setBecomes(this.table(), (becomes) =>
      becomes.role === 'type' || becomes.role === 'rows'
        ? {
            ...becomes,
            columns: becomes.columns.map((each) => (each.column === column ? { ...each, ...patch } : each)),
          }
        : becomes,
    );
  }
}
