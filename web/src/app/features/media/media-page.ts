import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router } from '@angular/router';
import type { MediaChange, MediaOrder, MediumAnswer } from '@tovlet/core/contracts/studio';
import { counted } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { sameJson } from '@tovlet/core/json';
import { SessionStore } from '../../shell/session-store';
import { Panes } from '../../shell/panes';
import { Choice } from '../../shared/choice';
import { fetchedMedium } from '../../pickers/medium/choose-medium';
import { MediaGrid } from '../../pickers/medium/media-grid';
import { MediaStore, type MediaLook } from '../../pickers/medium/media-store';
import { Removal } from '../../shell/removal';
import { ScreenHeading } from '../../shell/screen-heading';
import { FolderTree } from './folders/folder-tree';
import { FoldersStore } from './folders/folders-store';
import { MediumInspector } from './inspector/medium-inspector';
import { ManyBar } from './many-bar';
import { MediaFacets } from './media-facets';
import { addressOf, isNarrowed, lookFrom } from './media-look';

/** All media of the workspace: by folder and kind, many at once, and everything about the chosen one. */
@Component({
  selector: 'tov-media-page',
  imports: [Choice, FolderTree, ManyBar, MediaFacets, MediaGrid, MediumInspector, Panes, ScreenHeading],
  providers: [MediaStore, FoldersStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:dragover)': 'over($event)', '(document:drop)': 'drop($event)' },
  template: `
    <tov-panes outlineLabel="Media" i18n-outlineLabel>
      <div outline class="side">
        <section aria-label="Folders" i18n-aria-label>
          <h3 i18n>Folders</h3>
          <tov-folder-tree
            [chosen]="look().folder"
            [canEdit]="session.canEdit()"
            (choose)="go({ ...look(), folder: $event })"
            (dropped)="changeMany($event.ids, { kind: 'move', folder: $event.folder })"
          />
        </section>
        <tov-media-facets [look]="look()" (narrow)="go($event)" />
      </div>
      <div class="page">
        <div class="head">
          <h1 i18n tovScreen="Media" i18n-tovScreen>Media</h1>
          <span class="muted" role="status">{{ found() }}</span>
        </div>
        <tov-media-grid
          [chosen]="chosenId()"
          [canUpload]="session.canEdit()"
          [several]="session.canEdit()"
          [ticked]="ticked()"
          [narrowed]="narrowed()"
          [folder]="folder()"
          (choose)="choose($event)"
          (searched)="go({ ...look(), search: $event })"
          (tick)="tick($event.medium, $event.stretch)"
        >
          <tov-choice
            tool
            class="order"
            label="Order"
            i18n-label
            [options]="orders"
            [value]="look().order ?? 'newest'"
            (chosen)="order($event)"
          />
          @if (ticked().size > 0) {
            <tov-many-bar
              between
              [count]="ticked().size"
              (changed)="changeMany([...ticked()], $event)"
              (cleared)="ticked.set(none)"
            />
          }
        </tov-media-grid>
      </div>
      <div inspector class="side">
        @if (chosen(); as medium) {
          <tov-medium-inspector
            [medium]="medium"
            [disabled]="!session.canEdit()"
            (removed)="remove(medium)"
          />
        } @else if (isGone()) {
          <p i18n class="muted">This file is no longer among the media.</p>
        } @else {
          <p i18n class="muted">Choose a file to see and describe it.</p>
        }
      </div>
    </tov-panes>
  `,
  styles: `
    .page {
      padding: 18px 24px 40px;
    }
    .head {
      display: flex;
      gap: 12px;
      align-items: baseline;
      margin-bottom: 12px;
    }
    h1 {
      margin: 0;
    }
    .side {
      display: grid;
      gap: 14px;
      padding: 14px;
    }
    .order {
      width: 150px;
    }
  `,
})
export class MediaPage {
  protected readonly store = inject(MediaStore);
  protected readonly folders = inject(FoldersStore);
  protected readonly session = inject(SessionStore);
  private readonly removal = inject(Removal);
  private readonly route = inject(ActivatedRoute);
  private readonly router = inject(Router);
  private readonly parameters = toSignal(this.route.queryParamMap, {
    initialValue: this.route.snapshot.queryParamMap,
  });
  protected readonly none: ReadonlySet<string> = new Set();
  /** Stays the same while only the chosen medium is another: nothing is looked for anew then. */
  protected readonly look = computed((): MediaLook => lookFrom(this.parameters()), { equal: sameJson });
  protected readonly narrowed = computed(() => isNarrowed(this.look()));
  /** The folder that new files come into. */
  protected readonly folder = computed(() => {
    const { folder } = this.look();
    return folder === undefined || folder === 'none' ? null : folder;
  });
  protected readonly chosenId = computed(() => this.parameters().get('medium'));
  private readonly single = fetchedMedium(() => {
    const id = this.chosenId();
    return id === null || this.listed() ? undefined : id;
  });
  private readonly listed = computed(
    () => this.store.items().find(({ id }) => id === this.chosenId()) ?? null,
  );
  /** What was saved last is newer than what was fetched before, as when it is no longer among those that are looked for. */
  private readonly alone = computed(() => {
    const [fetched, last] = [this.single.value() ?? null, this.store.last()];
    const isNewer = last?.id === this.chosenId() && last.version >= (fetched?.version ?? 0);
    return isNewer ? last : fetched;
  });
  protected readonly chosen = computed(() => this.listed() ?? this.alone());
  protected readonly isGone = computed(() => this.chosenId() !== null && this.single.state() === 'empty');
  /** The ids of those that are chosen together. */
  protected readonly ticked = signal<ReadonlySet<string>>(this.none);
  private lastTicked: string | null = null;

  protected readonly orders: readonly { readonly value: MediaOrder; readonly label: string }[] = [
    { value: 'newest', label: say`Newest first` },
    { value: 'oldest', label: say`Oldest first` },
    { value: 'name', label: say`By name` },
    { value: 'largest', label: say`Largest first` },
  ];

  /** How many are found, once that is known. */
  protected readonly found = computed(() => {
    const total = this.store.total();
    return total === null ? '' : counted(total, 'file', 'files');
  });

  constructor() {
    effect(() => {
      const look = this.look();
      untracked(() => {
        this.ticked.set(this.none);
        void this.store.look(look);
      });
    });
  }

  protected go(look: MediaLook, medium = this.chosenId()): void {
    void this.router.navigate([], {
      relativeTo: this.route,
      queryParams: { ...addressOf(look), medium },
      // What is typed into the search is one step back, not a step a letter.
      replaceUrl: look.search !== this.look().search,
    });
  }

  protected choose({ id }: MediumAnswer): void {
    this.go(this.look(), id);
  }

  protected order(order: string | null): void {
    const wanted = this.orders.find(({ value }) => value === order);
    this.go({ ...this.look(), order: wanted?.value });
  }

  protected tick({ id }: MediumAnswer, stretch: boolean): void {
    const ids = this.store.items().map((each) => each.id);
    const [from, to] = [ids.indexOf(this.lastTicked ?? id), ids.indexOf(id)];
    const next = new Set(this.ticked());
    if (stretch && from >= 0)
      for (const each of ids.slice(Math.min(from, to), Math.max(from, to) + 1)) next.add(each);
    else if (next.has(id)) next.delete(id);
    else next.add(id);
    this.lastTicked = id;
    this.ticked.set(next);
  }

  protected async changeMany(ids: readonly string[], change: MediaChange): Promise<void> {
    await this.store.changeMany(ids, change);
    this.folders.answer.reload();
    if (change.kind === 'delete') this.ticked.set(this.none);
  }

  protected async remove({ id, filename, version }: MediumAnswer): Promise<void> {
    if (!(await this.removal.isSure('medium', id, filename))) return;
    if (!(await this.store.remove(id, version))) return;
    this.go(this.look(), null);
    this.removal.said('medium', id, filename, () => void this.store.refresh());
  }

  /** Files may be dropped anywhere on this screen. */
  protected over(event: DragEvent): void {
    if (event.dataTransfer?.types.includes('Files')) event.preventDefault();
  }

  protected drop(event: DragEvent): void {
    const files = [...(event.dataTransfer?.files ?? [])];
    if (files.length === 0 || event.defaultPrevented) return;
    event.preventDefault();
    if (this.session.canEdit()) void this.store.upload(files, { folder: this.folder() });
  }
}
