import { computed, signal, type Signal } from '@angular/core';
import type { Row } from '@tovlet/core/fields/repeater/row';
import { isJsonObject } from '@tovlet/core/json';
import { counted } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { rowText } from '@tovlet/core/messages/value-words';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { shapeOf } from '@tovlet/core/values/shape-of';

/** From this many rows on they can be looked through. */
const FIND_FROM = 8;
const NO_ROWS: ReadonlySet<number> = new Set();
const NO_NAMES = (): undefined => undefined;

const plain = (text: string): string => text.trim().toLocaleLowerCase();

/** A row that is shown, and its place among all of them. */
export interface ShownRow {
  readonly row: Row;
  readonly index: number;
}

/** Which rows of a long list are shown: all, those that say something, those with which something is wrong. */
export class RowFinder {
  /** What the rows that are shown have to say somewhere. */
  readonly search = signal('');
  /** Whether only rows are shown with which something is wrong. */
  readonly onlyWrong = signal(false);
  /** Few rows are seen at a glance. */
  readonly finds = computed(() => this.rows().length >= FIND_FROM);
  readonly isNarrowed = computed(() => this.finds() && (this.search().trim() !== '' || this.onlyWrong()));
  /** The places of the rows with which something is wrong. */
  readonly issueRows = computed(() => (this.finds() ? this.wrong() : NO_ROWS));
  readonly shownRows = computed<readonly ShownRow[]>(() => {
    const all = this.rows().map((row, index) => ({ row, index }));
    if (!this.isNarrowed()) return all;
    const [words, wrong] = [plain(this.search()), this.onlyWrong() ? this.issueRows() : null];
    return all.filter(
      ({ row, index }) =>
        // What somebody is mending stays in sight.
        (wrong === null || wrong.has(index) || row.id === this.opened()) &&
        (words === '' || plain(this.textOf(row)).includes(words)),
    );
  });
  readonly wrongWords = computed(
    () => say`Only ${counted(this.issueRows().size, 'row', 'rows')} with something wrong`,
  );
  readonly shownWords = computed(() => say`${this.shownRows().length} of ${this.rows().length}`);

  /**
   * @param opened the id of the row that is open
   * @param wrong the places of the rows with which something is wrong
   */
  constructor(
    private readonly rows: Signal<readonly Row[]>,
    private readonly list: Signal<CompiledField>,
    private readonly opened: Signal<string | null>,
    private readonly wrong: () => ReadonlySet<number>,
  ) {}

  /** Shows all rows again. */
  showAll(): void {
    this.search.set('');
    this.onlyWrong.set(false);
  }

  /** What a row says, as it is read. */
  private textOf({ values }: Row): string {
    const list = this.list();
    const shape = list.type.holds === 'shapes' ? shapeOf(list, values) : null;
    const within = shape ? (values[shape.id] ?? null) : values;
    return isJsonObject(within) ? rowText(within, (shape ?? list).children, NO_NAMES) : '';
  }
}
