import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { VISITORS } from '@tovlet/core/access/audience';
import { say } from '@tovlet/core/locale/say';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { pathsFrom } from '@tovlet/core/paths/paths-from';
import { isPathProblem, resolvePath } from '@tovlet/core/paths/resolve';
import type { Standing } from '@tovlet/core/paths/standing';
import { pathFromText, pathText } from '@tovlet/core/paths/text';
import { alikeOptions } from '@tovlet/core/queries/alike-options';
import { compileSort } from '@tovlet/core/queries/compile';
import type { QueryCondition } from '@tovlet/core/queries/condition';
import { MOST_LISTED, USUALLY_LISTED, type Alike, type ListedQuery } from '@tovlet/core/queries/listed';
import { FilterSentence } from '../../../conditions/queries/filter-sentence';
import { QueryContext } from '../../../conditions/queries/query-context';
import { PathSearch } from '../../../pickers/path/path-search';
import { ThingNames } from '../../../pickers/thing-names';
import { Choice } from '../../../shared/choice';
import { ICON_BUTTON } from '../../../shared/icon-button';

/** A value that lists can be put in order by, as the search for paths shows it. */
interface Order {
  readonly text: string;
  readonly path: { readonly label: string; readonly keys: string };
}

/** Which entries of a type a block goes through: what they fit, what they have in common with where it stands, their order. */
@Component({
  selector: 'tov-query-panel',
  imports: [Choice, FilterSentence, ICON_BUTTON, MatCheckbox, MatIcon, PathSearch],
  providers: [QueryContext, ThingNames],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './query-panel.html',
  styleUrl: './query-panel.scss',
})
export class QueryPanel {
  private readonly context = inject(QueryContext);
  readonly query = input.required<ListedQuery>();
  /** The type of the entries. */
  readonly type = input.required<CompiledType>();
  /** Where the block stands. */
  readonly stand = input.required<Standing>();
  readonly changed = output<ListedQuery>();

  protected readonly most = MOST_LISTED;
  private readonly options = computed(() =>
    alikeOptions(this.type(), this.stand(), this.context.paths().model, VISITORS),
  );
  private readonly keyOf = ({ path, as }: Alike): string => `${path} ${as}`;
  protected readonly chosen = computed(() =>
    this.query().alike.map((alike) => ({
      alike,
      label:
        this.options().find((each) => this.keyOf(each.alike) === this.keyOf(alike))?.label ??
        say`A value that is gone`,
    })),
  );
  protected readonly further = computed(() => {
    const known = new Set(this.query().alike.map(this.keyOf));
    return this.options()
      .map(({ alike, label }) => ({ value: this.keyOf(alike), label }))
      .filter(({ value }) => !known.has(value));
  });
  /** Whether the entry that the block stands on may be among the others. */
  protected readonly mayHaveItself = computed(() => this.stand().types.includes(this.type()));

  protected readonly orders = computed((): readonly Order[] => {
    const [from, paths] = [this.context.from(), this.context.paths()];
    return pathsFrom(from, paths, () => true).flatMap(({ steps, path }) =>
      'problem' in compileSort(steps, false, from, paths) ? [] : [{ text: pathText(steps), path }],
    );
  });
  protected readonly orderLabel = computed(() => {
    const { sort } = this.query();
    if (!sort) return '';
    const found = resolvePath(pathFromText(sort.path) ?? [], this.context.from(), this.context.paths());
    return isPathProblem(found) ? say`A removed field` : found.label;
  });

  constructor() {
    this.context.audience.set(VISITORS);
    effect(() => {
      this.context.type.set(this.type());
      this.context.condition.set(this.query().condition);
    });
  }

  protected setCondition(condition: QueryCondition | null): void {
    this.set({ condition });
  }

  protected add(key: string | null): void {
    const option = this.options().find(({ alike }) => this.keyOf(alike) === key);
    if (option) this.set({ alike: [...this.query().alike, option.alike] });
  }

  protected takeOut(alike: Alike): void {
    this.set({ alike: this.query().alike.filter((each) => each !== alike) });
  }

  protected order({ text }: Order): void {
    this.set({ sort: { path: text, descending: this.query().sort?.descending ?? false } });
  }

  protected clearOrder(): void {
    this.set({ sort: null });
  }

  protected setDescending(descending: boolean): void {
    const { sort } = this.query();
    if (sort) this.set({ sort: { ...sort, descending } });
  }

  protected setItself(itself: boolean): void {
    this.set({ itself });
  }

  /** @param count not a number where nothing is said */
  protected setTake(count: number): void {
    this.set({
      take: Number.isNaN(count) ? USUALLY_LISTED : Math.min(Math.max(Math.round(count), 1), MOST_LISTED),
    });
  }

  private set(patch: Partial<ListedQuery>): void {
    this.changed.emit({ ...this.query(), ...patch });
  }
}
