import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { choicesOf, labelOfChoice } from '@tovlet/core/fields/choices';
import { findingText, type FacetAnswer, type FacetCount } from '@tovlet/core/contracts/studio';
import type { FacetRange } from '@tovlet/core/queries/ranges';
import { dayFor } from '@tovlet/core/locale/days';
import { displayLocale } from '@tovlet/core/locale/display-locale';
import { said, say } from '@tovlet/core/locale/say';
import { numbered } from '@tovlet/core/locale/counts';
import type { QueryCondition } from '@tovlet/core/queries/condition';
import { chosenIn, toggledFacet } from '@tovlet/core/queries/edit';
import { isChosenRange, rangeIn, toggledRange } from '@tovlet/core/queries/edit-ranges';
import { facetsOf, type Facet } from '@tovlet/core/queries/facets';
import { filterToText } from '@tovlet/core/queries/filter-text';
import { firstValueFrom } from 'rxjs';
import { issueMessage } from '@tovlet/core/messages/issue-words';
import { EntriesApi } from '../../../shell/entries-api';
import { FindingsStore } from '../../../shell/findings-store';
import { fetched } from '../../../fetching/fetched';
import { ModelStore } from '../../../shell/model-store';
import { FacetRanges, type RangeBar } from './facet-ranges';
import { QueryContext } from '../../../conditions/queries/query-context';

/** So many values of a facet stand there before more are asked for. */
const SHOWN = 6;

interface Line extends FacetCount {
  readonly name: string;
  readonly words: string;
  readonly chosen: boolean;
  /** How much of the most there is, for the bar behind it. */
  readonly share: number;
}

interface Shown {
  readonly facet: Facet;
  readonly lines: readonly Line[];
  readonly more: number;
  readonly bars: readonly RangeBar[];
  readonly ends: readonly [string, string];
}

/** What entries are counted by: pressing a value shows only those that have it. */
@Component({
  selector: 'tov-facets-pane',
  imports: [FacetRanges, MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (findingLines().length > 0) {
      <section aria-label="Findings" i18n-aria-label>
        <h3 i18n>Findings</h3>
        @for (line of shownFindings(); track line.value) {
          <button
            type="button"
            [attr.aria-pressed]="line.chosen"
            [style.--share]="line.share"
            (click)="findingChosen.emit(line.chosen ? '' : line.value)"
          >
            <span [title]="line.name">{{ line.name }}</span><small>{{ line.words }}</small>
          </button>
        }
        @if (findingLines().length > shownFindings().length) {
          <button type="button" class="more" matButton (click)="showAll('findings')">
            <ng-container i18n>{{ findingLines().length - shownFindings().length }} more</ng-container>
          </button>
        }
      </section>
    }
    @for (each of facets(); track each.facet.keys) {
      <section [attr.aria-label]="each.facet.label">
        <h3>{{ each.facet.label }}</h3>
        @if (each.bars.length > 0) {
          <tov-facet-ranges
            [label]="each.facet.label"
            [bars]="each.bars"
            [ends]="each.ends"
            (toggled)="toggleRange(each, $event)"
          />
        }
        @for (line of each.lines; track line.value) {
          <button
            type="button"
            [attr.aria-pressed]="line.chosen"
            [style.--share]="line.share"
            (click)="toggle(each.facet, line.value)"
          >
            <span>{{ line.name }}</span><small>{{ line.words }}</small>
          </button>
        }
        @if (each.more > 0) {
          <button type="button" class="more" matButton (click)="showAll(each.facet.keys)">
            <ng-container i18n>{{ each.more }} more</ng-container>
          </button>
        }
      </section>
    }
  `,
  styles: `
    :host {
      --bar: color-mix(in srgb, var(--line) 42%, transparent);
      display: block;
      padding: 0 8px 16px;
    }
    h3 {
      padding: 12px 8px 4px;
      color: var(--muted);
    }
    section > button:not(.more) {
      display: flex;
      align-items: center;
      gap: 8px;
      width: 100%;
      min-height: 26px;
      padding: 2px 8px;
      border: 0;
      border-radius: var(--radius);
      background: linear-gradient(var(--bar), var(--bar)) 0 0 / calc(var(--share) * 100%) 100% no-repeat;
      color: var(--ink);
      font: inherit;
      text-align: left;
      cursor: pointer;
      &:hover {
        background-color: var(--spruce-wash);
      }
    }
    section > button[aria-pressed='true'] {
      background-color: var(--spruce-wash);
      box-shadow: inset 2px 0 0 var(--spruce);
      font-weight: 560;
    }
    span {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    small {
      margin-left: auto;
      color: var(--muted);
      font-variant-numeric: tabular-nums;
    }
  `,
})
export class FacetsPane {
  private readonly context = inject(QueryContext);
  private readonly model = inject(ModelStore);
  private readonly api = inject(EntriesApi);
  private readonly inEntries = inject(FindingsStore);
  readonly condition = input.required<QueryCondition | null>();
  readonly search = input('');
  /** Counts up when entries may have changed. */
  readonly changes = input(0);
  readonly changed = output<QueryCondition | null>();
  /** The finding that the list is narrowed to; nothing for none. */
  readonly finding = input('');
  readonly findingChosen = output<string>();
  private readonly unfolded = signal<ReadonlySet<string>>(new Set());

  private readonly counted = fetched({
    request: () => {
      const type = this.context.type()?.contentType.id;
      if (!type) return undefined;
      return {
        query: {
          type,
          search: this.search(),
          filter: filterToText(this.condition()),
          finding: this.finding(),
        },
        changes: this.changes(),
        revision: this.model.revision(),
      };
    },
    fetch: ({ query }) => firstValueFrom(this.api.facets(query)),
    keeps: (before, now) => before.query.type === now.query.type,
  });

  protected readonly facets = computed<readonly Shown[]>(() => {
    const answers = new Map((this.counted.value() ?? []).map((each) => [each.keys, each]));
    return facetsOf(this.context.from(), this.context.paths()).flatMap((facet) => {
      const answer = answers.get(facet.keys);
      const shown = answer ? this.shown(facet, answer) : null;
      return shown && shown.lines.length + shown.bars.length > 0 ? [shown] : [];
    });
  });

  /** What is wrong with entries of the type, each to be looked at alone. */
  protected readonly findingLines = computed<readonly Line[]>(() => {
    const type = this.context.type()?.contentType.id;
    const own = this.inEntries.findings().filter((each) => each.type === type);
    const most = Math.max(1, ...own.map(({ entries }) => entries));
    return own.map((each) => ({
      value: findingText(each),
      count: each.entries,
      label: null,
      name: issueMessage(each.sample.issue, each.sample.label),
      words: numbered(each.entries),
      chosen: findingText(each) === this.finding(),
      share: each.entries / most,
    }));
  });

  protected readonly shownFindings = computed(() =>
    this.unfolded().has('findings')
      ? this.findingLines()
      : this.findingLines().filter((line, index) => index < SHOWN || line.chosen),
  );

  protected toggle(facet: Facet, value: string): void {
    this.changed.emit(toggledFacet(this.condition(), facet, value));
  }

  protected toggleRange({ facet, bars }: Shown, at: number): void {
    this.changed.emit(toggledRange(this.condition(), facet, bars, at));
  }

  protected showAll(keys: string): void {
    this.unfolded.update((known) => new Set([...known, keys]));
  }

  private shown(facet: Facet, { counts, ranges }: FacetAnswer): Shown {
    const chosen = new Set(chosenIn(this.condition(), facet));
    const missing = [...chosen].filter((value) => !counts.some((each) => each.value === value));
    const all = [...counts, ...missing.map((value) => ({ value, count: 0, label: null }))];
    const most = Math.max(1, ...all.map(({ count }) => count));
    const lines = all.map((each) => ({
      ...each,
      name: this.nameOf(facet, each),
      words: numbered(each.count),
      chosen: chosen.has(each.value),
      share: each.count / most,
    }));
    const some = this.unfolded().has(facet.keys)
      ? lines
      : lines.filter((line, index) => index < SHOWN || line.chosen);
    const bars = this.barsOf(facet, ranges);
    const ends = [bars[0]?.from, bars.at(-1)?.to].map((end) => this.wordsOfEnd(facet, end ?? ''));
    return {
      facet,
      lines: some,
      more: lines.length - some.length,
      bars,
      ends: [ends[0] ?? '', ends[1] ?? ''],
    };
  }

  /** Ranges are looked at where there are several: a single one tells nothing. */
  private barsOf(facet: Facet, ranges: readonly FacetRange[]): readonly RangeBar[] {
    const chosen = rangeIn(this.condition(), facet);
    if (ranges.length < 2 && chosen === null) return [];
    return ranges.map((range) => ({
      ...range,
      name: say`${this.wordsOfEnd(facet, range.from)} to ${this.wordsOfEnd(facet, range.to)}`,
      chosen: isChosenRange(chosen, range),
    }));
  }

  /** The end of a range as the field shows a number, or as the reader's locale writes a day. */
  private wordsOfEnd({ column }: Facet, end: FacetRange['from']): string {
    if (typeof end === 'string') return dayFor(displayLocale(), end);
    const field = this.context.type()?.fields.find(({ id }) => id === column);
    const shown = field?.behaviour.display(end, undefined);
    return shown && 'text' in shown ? shown.text : numbered(end);
  }

  private nameOf({ kind, column }: Facet, { value, label }: FacetCount): string {
    if (label !== null) return label;
    if (kind === 'terms' || kind === 'references') return this.context.titles()(value) ?? say`Removed`;
    const field = this.context.type()?.fields.find(({ id }) => id === column);
    if (kind === 'switch') {
      const shown = field?.behaviour.display(value === 'true', undefined);
      return shown && 'text' in shown ? shown.text : value;
    }
    return field ? labelOfChoice(choicesOf(field.field), value) : said(value);
  }
}
