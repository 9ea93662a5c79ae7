import downloadIcon from '@material-symbols/svg-400/outlined/download.svg' with { loader: 'text' };
import viewColumnIcon from '@material-symbols/svg-400/outlined/view_column.svg' with { loader: 'text' };
import { say } from '@tovlet/core/locale/say';
import { MomentWords } from '../../../shared/moment-words';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { MatPaginator, MatPaginatorIntl } from '@angular/material/paginator';
import { MatSort, MatSortHeader, type Sort } from '@angular/material/sort';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatTableModule } from '@angular/material/table';
import { PaginatorWords } from '../../../shared/paginator-words';
import { typeLabel } from '@tovlet/core/model/type-labels';
import { Router, RouterLink } from '@angular/router';
import type {
  EntryExportQuery,
  EntryListItem,
  ExportFormat,
  UnderWay,
  ViewAnswer,
  ViewLook,
} from '@tovlet/core/contracts/studio';
import { sameJson } from '@tovlet/core/json';
import { counted } from '@tovlet/core/locale/counts';
import { debounceTime, filter, firstValueFrom, Subject } from 'rxjs';
import { fetched } from '../../../fetching/fetched';
import { FetchedPart } from '../../../fetching/fetched-part';
import { Events } from '../../../shell/events';
import { FillingStore } from '../../../shell/filling-store';
import { ModelStore } from '../../../shell/model-store';
import { Panes } from '../../../shell/panes';
import { SessionStore } from '../../../shell/session-store';
import type { QueryCondition } from '@tovlet/core/queries/condition';
import { filterFromText, filterToText } from '@tovlet/core/queries/filter-text';
import { Dialogs } from '../../../shared/dialogs';
import { ColumnsDialog, type ColumnsQuestion } from './columns-dialog';
import { columnsFrom, columnWords, standardColumns, type ColumnPlace, type ListColumn } from './list-columns';
import { knowIcons } from '../../../shared/icons';
import { BulkBar } from './bulk-bar';
import { BulkStore } from './bulk-store';
import { ChosenEntries } from './chosen-entries';
import { ContentOutline } from './content-outline';
import { FacetsPane } from './facets-pane';
import { FindingBar } from './finding-bar';
import { FilterSentence } from '../../../conditions/queries/filter-sentence';
import { ThingNames } from '../../../pickers/thing-names';
import { QueryContext } from '../../../conditions/queries/query-context';
import { ViewsMenu } from './views-menu';
import { EntriesApi } from '../../../shell/entries-api';
import { ScreenHeading } from '../../../shell/screen-heading';

const PAGE_SIZE = 50;

/** What a list shows where nothing is asked for. */
const PLAIN: ViewLook = { search: '', filter: '', sort: 'title', descending: false, columns: null };

/** The entries of a type: columns, order, quick search and pages, all in the address. */
@Component({
  selector: 'tov-list-page',
  imports: [
    BulkBar,
    ContentOutline,
    FacetsPane,
    FetchedPart,
    FilterSentence,
    FindingBar,
    MatButton,
    MatCheckbox,
    MatIcon,
    MatMenu,
    MatMenuItem,
    MatMenuTrigger,
    MatPaginator,
    MatSort,
    MatSortHeader,
    MatProgressBar,
    MatTableModule,
    Panes,
    RouterLink,
    ScreenHeading,
    ViewsMenu,
  ],
  providers: [
    BulkStore,
    ChosenEntries,
    QueryContext,
    ThingNames,
    MomentWords,
    { provide: MatPaginatorIntl, useClass: PaginatorWords },
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './list-page.html',
  styleUrl: './list-page.scss',
})
export class ListPage {
  readonly typeKey = input<string>();
  readonly search = input('', { transform: (value: string | undefined) => value ?? '' });
  readonly sort = input('title', { transform: (value: string | undefined) => value ?? 'title' });
  /** A condition of a query as JSON. */
  readonly filter = input('', { transform: (value: string | undefined) => value ?? '' });
  /** What is found wrong with the entries that are shown; nothing for all of them. */
  readonly finding = input('', { transform: (value: string | undefined) => value ?? '' });
  /** The paths of the columns as texts, commas between; nothing for the standard ones. */
  readonly columns = input(null, { transform: (value: string | undefined) => value ?? null });
  /** The saved view that is open. */
  readonly view = input('', { transform: (value: string | undefined) => value ?? '' });
  readonly descending = input(false, { transform: (value: string | undefined) => value === 'true' });
  readonly page = input(1, { transform: (value: string | undefined) => Math.max(1, Number(value) || 1) });
  protected readonly model = inject(ModelStore);
  protected readonly session = inject(SessionStore);
  private readonly api = inject(EntriesApi);
  private readonly router = inject(Router);
  private readonly dialogs = inject(Dialogs);
  private readonly moments = inject(MomentWords);
  private readonly bulk = inject(BulkStore);
  protected readonly chosen = inject(ChosenEntries);
  private readonly fillings = inject(FillingStore);
  private readonly typed = new Subject<string>();
  private readonly context = inject(QueryContext);
  protected readonly changed = signal(0);
  protected readonly pageSize = PAGE_SIZE;

  protected readonly type = computed(() => this.model.compiled().typeByKey.get(this.typeKey() ?? '') ?? null);
  /** How far the server is with bringing the list up to date with the model; null when it is. */
  protected readonly filledPart = computed(() => this.fillings.partOf(this.type()?.contentType.id));
  protected readonly filled = computed(() => this.fillings.percentOf(this.type()?.contentType.id));
  /** The filter of the address; what cannot be read is the server's to refuse. */
  protected readonly condition = computed(() => {
    const read = filterFromText(this.filter());
    return 'problem' in read ? null : read.condition;
  });
  /** The texts of the columns: those of the address, else the standard ones. */
  protected readonly columnTexts = computed(() => {
    const type = this.type();
    const given = this.columns();
    if (given !== null) return given.split(',').filter(Boolean);
    return type ? standardColumns(type) : [];
  });
  protected readonly listColumns = computed(() =>
    this.type() === null ? [] : columnsFrom(this.columnTexts(), this.place()),
  );
  private readonly place = computed<ColumnPlace>(() => {
    const type = this.type();
    return { from: { kind: 'entry', types: type ? [type] : [] }, context: this.context.paths() };
  });
  protected readonly list = fetched({
    request: () => {
      const type = this.type()?.contentType.id;
      if (!type) return undefined;
      return {
        request: {
          type,
          search: this.search(),
          filter: this.filter(),
          finding: this.finding(),
          sort: this.sort(),
          descending: this.descending(),
          columns: this.listColumns()
            .map(({ text }) => text)
            .join(','),
          offset: (this.page() - 1) * PAGE_SIZE,
          limit: PAGE_SIZE,
        },
        changed: this.changed(),
        revision: this.model.revision(),
      };
    },
    fetch: ({ request }) => firstValueFrom(this.api.list(request)),
    isEmpty: ({ items }) => items.length === 0,
    // The last list of a type stands until the next one is there, so that nothing jumps.
    keeps: (before, now) => before.request.type === now.request.type,
  });
  protected readonly excerpts = computed(() => this.list.value()?.excerpts ?? {});
  protected readonly underWay = computed(() => this.list.value()?.underWay ?? {});
  protected readonly findings = computed(() => this.list.value()?.findings ?? {});
  protected readonly items = computed<readonly EntryListItem[]>(() => this.list.value()?.items ?? []);
  /** How many there are; nothing until it is known. */
  protected readonly count = computed(() => {
    const list = this.list.value();
    if (!list) return '';
    const narrowed = this.search() !== '' || this.condition() !== null || this.finding() !== '';
    return `${counted(list.total, 'entry', 'entries')}${narrowed ? say` found` : ''}`;
  });
  protected readonly total = computed(() => this.list.value()?.total ?? 0);
  protected readonly shownColumns = computed(() => [
    ...(this.session.canEdit() ? ['chosen'] : []),
    'title',
    ...this.listColumns().map(({ text }) => text),
  ]);
  private readonly pageIds = computed(() => this.items().map(({ id }) => id));
  protected readonly chosenOnPage = computed(
    () => this.pageIds().filter((id) => this.chosen.all() || this.chosen.ids().has(id)).length,
  );
  protected readonly trackItem = (_index: number, { id }: EntryListItem): string => id;

  constructor() {
    knowIcons({ view_column: viewColumnIcon, download: downloadIcon });
    effect(() => this.context.type.set(this.type()));
    effect(() => {
      const type = this.type()?.contentType.id;
      untracked(() => {
        this.chosen.clear();
        if (type !== undefined && this.session.canEdit()) void this.bulk.find(type);
      });
    });
    // What was chosen of one list is nothing of another.
    effect(() => {
      this.search();
      this.filter();
      this.finding();
      untracked(() => this.chosen.clear());
    });
    effect(() => this.context.condition.set(this.condition()));
    this.typed
      .pipe(debounceTime(180), takeUntilDestroyed())
      .subscribe((search) => this.go({ search: search || null, page: null }));
    inject(Events)
      .stream.pipe(
        filter(
          (event) =>
            event.kind === 'missed' ||
            ((event.kind === 'entry' ||
              event.kind === 'findings' ||
              (event.kind === 'filling' && event.done === event.entries)) &&
              event.type === this.type()?.contentType.id),
        ),
        debounceTime(300),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.changed.update((count) => count + 1));
  }

  protected find(words: string): void {
    this.typed.next(words);
  }

  protected narrow(condition: QueryCondition | null): void {
    this.go({ filter: filterToText(condition) || null, page: null });
  }

  protected sortBy({ active, direction }: Sort): void {
    this.go({ sort: active, descending: direction === 'desc' ? 'true' : null, page: null });
  }

  protected go(queryParams: Readonly<Record<string, string | number | null>>): void {
    void this.router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected readonly newLabel = computed(() => this.label('newEntry'));
  protected readonly emptyLabel = computed(() => this.label('empty'));
  private label(name: 'newEntry' | 'empty'): string {
    const type = this.type()?.contentType;
    return type ? typeLabel(type, name) : '';
  }

  protected readonly look = computed<ViewLook>(() => ({
    search: this.search(),
    filter: this.filter(),
    sort: this.sort(),
    descending: this.descending(),
    columns: this.columns(),
  }));
  /** Whether the address names nothing but a view. */
  protected readonly bare = computed(() => sameJson({ ...this.look() }, { ...PLAIN }));

  protected openView({ id, look: { search, filter, sort, descending, columns } }: ViewAnswer): void {
    this.go({
      view: id,
      search: search || null,
      filter: filter || null,
      finding: null,
      sort: sort === PLAIN.sort ? null : sort,
      descending: descending ? 'true' : null,
      columns,
      page: null,
    });
  }

  /** Where all that the list finds is had as a file, with the columns that are shown. */
  protected fileAddress(format: ExportFormat): string {
    const { search, filter, sort, descending } = this.look();
    const asked: EntryExportQuery = {
      type: this.type()?.contentType.id ?? '',
      format,
      search,
      filter,
      finding: this.finding(),
      sort,
      descending,
      columns: this.listColumns()
        .map(({ text }) => text)
        .join(','),
    };
    const named = Object.entries(asked).map(([name, value]): [string, string] => [name, String(value)]);
    return `/api/studio/entries/export?${new URLSearchParams(named).toString()}`;
  }

  protected choosePage(chosen: boolean): void {
    this.chosen.togglePage(this.pageIds(), chosen);
  }

  protected cell(item: EntryListItem, column: ListColumn): string {
    return columnWords(item.columns[column.text], column, (moment) => this.moments.transform(moment));
  }

  protected findingsWords = (places: number): string => counted(places, 'finding', 'findings');

  /** What is planned for an entry, briefly. */
  protected plannedWords({ action, at, problem }: NonNullable<UnderWay['planned']>): string {
    const when = this.moments.transform(at);
    if (action === 'publish')
      return problem === null ? say`to be published ${when}` : say`not published ${when}`;
    return problem === null ? say`to be unpublished ${when}` : say`not unpublished ${when}`;
  }

  protected async chooseColumns(): Promise<void> {
    const type = this.type();
    if (!type) return;
    const standard = standardColumns(type);
    const data: ColumnsQuestion = { place: this.place(), texts: this.columnTexts(), standard };
    const config = { data, width: '480px', ariaLabelledBy: 'columns-title' };
    const texts = await this.dialogs.ask<readonly string[], ColumnsQuestion>(ColumnsDialog, config);
    const isStandard = texts?.join(',') === standard.join(',');
    if (texts) this.go({ columns: isStandard ? null : texts.join(',') });
  }
}
