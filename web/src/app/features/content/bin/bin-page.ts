import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatIcon } from '@angular/material/icon';
import { MatPaginator } from '@angular/material/paginator';
import { MatTableModule } from '@angular/material/table';
import { RouterLink } from '@angular/router';
import { BIN_PAGE, binKinds, binKindWords, type BinItem, type BinKind } from '@tovlet/core/contracts/studio';
import { counted } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { debounceTime, filter, firstValueFrom, type Observable } from 'rxjs';
import { fetched } from '../../../fetching/fetched';
import { FetchedPart } from '../../../fetching/fetched-part';
import { Confirm } from '../../../shared/confirm';
import { ICON_BUTTON } from '../../../shared/icon-button';
import { MomentWords } from '../../../shared/moment-words';
import { Notices } from '../../../shared/notices';
import { BinApi } from '../../../shell/bin-api';
import { Events } from '../../../shell/events';
import { ModelStore } from '../../../shell/model-store';
import { Panes } from '../../../shell/panes';
import { Removal } from '../../../shell/removal';
import { ScreenHeading } from '../../../shell/screen-heading';
import { SessionStore } from '../../../shell/session-store';
import { ContentOutline } from '../list/content-outline';

/** What was deleted: who did it, until when it can be brought back, and the way back. */
@Component({
  selector: 'tov-bin-page',
  imports: [
    ContentOutline,
    FetchedPart,
    ICON_BUTTON,
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatIcon,
    MatPaginator,
    MatTableModule,
    MomentWords,
    Panes,
    RouterLink,
    ScreenHeading,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bin-page.html',
  styleUrl: './bin-page.scss',
})
export class BinPage {
  private readonly api = inject(BinApi);
  private readonly confirm = inject(Confirm);
  private readonly model = inject(ModelStore);
  private readonly notices = inject(Notices);
  private readonly removal = inject(Removal);
  protected readonly session = inject(SessionStore);
  protected readonly columns = ['name', 'what', 'by', 'until', 'back'];
  protected readonly pageSize = BIN_PAGE;
  protected readonly kindWords = binKindWords;
  /** Templates are for developers to bring back. */
  protected readonly kinds = computed(() =>
    binKinds.filter((kind) => kind !== 'template' || this.session.canModel()),
  );
  protected readonly search = signal('');
  protected readonly kind = signal<BinKind | null>(null);
  protected readonly page = signal(0);
  protected readonly bin = fetched({
    request: () =>
      this.session.canEdit()
        ? {
            search: this.search().trim(),
            kind: this.kind() ?? undefined,
            offset: this.page() * BIN_PAGE,
          }
        : undefined,
    fetch: (query) => firstValueFrom(this.api.list(query)),
    isEmpty: ({ items }) => items.length === 0,
    keeps: () => true,
  });
  protected readonly items = computed(() => this.bin.value()?.items ?? []);
  protected readonly total = computed(() => this.bin.value()?.total ?? 0);
  protected readonly count = computed(() => counted(this.total(), 'thing', 'things'));
  /** What was brought back last, so that one can go there. */
  protected readonly back = signal<{ readonly link: readonly string[]; readonly name: string } | null>(null);
  /** Whether something is on its way back. */
  protected readonly busy = signal(false);
  protected readonly byId = (_: number, { kind, id }: BinItem): string => `${kind} ${id}`;

  constructor() {
    // The last thing of a page may go while others stand on the pages before it.
    effect(() => {
      const last = Math.max(Math.ceil(this.total() / BIN_PAGE) - 1, 0);
      if (untracked(this.page) > last) this.page.set(last);
    });
    inject(Events)
      .stream.pipe(
        filter(({ kind }) => kind === 'bin' || kind === 'missed'),
        debounceTime(150),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.bin.reload());
  }

  protected find(words: string): void {
    this.search.set(words);
    this.page.set(0);
  }

  protected only(kind: BinKind | null): void {
    this.kind.set(kind);
    this.page.set(0);
  }

  /** What it was: an entry of a type, a term of a taxonomy. */
  protected whatOf({ kind, subject }: BinItem): string {
    const { contentTypes, taxonomies } = this.model.document();
    const type = contentTypes.find(({ id }) => id === subject)?.singular;
    const taxonomy = taxonomies.find(({ id }) => id === subject)?.singular;
    if (kind === 'medium') return say`File`;
    if (kind === 'template') return say`Template`;
    return type ?? taxonomy ?? say`of a removed type`;
  }

  protected async restore(item: BinItem): Promise<void> {
    this.busy.set(true);
    const restored = await this.removal.restore(item.kind, item.id);
    this.busy.set(false);
    this.bin.reload();
    const link = restored && this.linkTo(item);
    this.back.set(link ? { link, name: restored.name } : null);
  }

  protected async forget({ kind, id, name }: BinItem): Promise<void> {
    const sure = await this.confirm.ask({
      title: say`Delete “${name}” for good?`,
      text: say`This cannot be undone by anybody.`,
      yes: say`Delete for good`,
    });
    if (sure) await this.done(this.api.forget(kind, id), say`“${name}” is gone for good.`);
  }

  protected async empty(): Promise<void> {
    const sure = await this.confirm.ask({
      title: say`Empty the bin?`,
      text: say`Everything in it goes for good, also what the search does not show. This cannot be undone by anybody.`,
      yes: say`Empty the bin`,
    });
    if (sure) await this.done(this.api.empty(), say`The bin is empty.`);
  }

  /** Where a thing is seen once it is back; null for what has no screen of its own. */
  private linkTo({ kind, id, subject }: BinItem): readonly string[] | null {
    const { contentTypes } = this.model.document();
    const key = contentTypes.find((type) => type.id === subject)?.key;
    if (kind === 'medium') return ['/media'];
    return kind === 'entry' && key !== undefined ? ['/content', key, id] : null;
  }

  private async done(request: Observable<undefined>, words: string): Promise<void> {
    try {
      await firstValueFrom(request, { defaultValue: undefined });
      this.notices.say(words);
    } catch (error) {
      this.notices.fail(error);
    }
    this.bin.reload();
  }
}
