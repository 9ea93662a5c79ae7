import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatMenu, MatMenuContent, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import folderIcon from '@material-symbols/svg-400/outlined/folder.svg' with { loader: 'text' };
import moreIcon from '@material-symbols/svg-400/outlined/more_vert.svg' with { loader: 'text' };
import { numbered } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { FetchedPart } from '../../../fetching/fetched-part';
import { MEDIA_DRAG } from '../../../pickers/medium/media-grid';
import { Confirm } from '../../../shared/confirm';
import { Dialogs } from '../../../shared/dialogs';
import { ICON_BUTTON } from '../../../shared/icon-button';
import { knowIcons } from '../../../shared/icons';
import { Notices } from '../../../shared/notices';
import type { FolderQuestion } from './folder-dialog';
import { FoldersStore, type FolderLine } from './folders-store';

/** The folders of the media: one is chosen to see what lies in it, and media are dropped onto one. */
@Component({
  selector: 'tov-folder-tree',
  imports: [
    FetchedPart,
    ICON_BUTTON,
    MatButton,
    MatIcon,
    MatMenu,
    MatMenuContent,
    MatMenuItem,
    MatMenuTrigger,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-fetched [of]="store.answer" what="The folders" i18n-what [lines]="4">
      <ul>
        <li>
          <button
            type="button"
            class="folder"
            [attr.aria-pressed]="chosen() === undefined"
            (click)="choose.emit(undefined)"
          >
            <span i18n>All media</span><small>{{ numberOf(store.answer.value()?.total ?? 0) }}</small>
          </button>
        </li>
        @for (line of store.lines(); track line.id) {
          <li [style.--depth]="line.depth">
            <button
              type="button"
              class="folder"
              [attr.aria-pressed]="chosen() === line.id"
              [class.over]="over() === line.id"
              (click)="choose.emit(line.id)"
              (dragover)="takes($event, line.id)"
              (dragleave)="over.set(null)"
              (drop)="drop($event, line.id)"
            >
              <mat-icon svgIcon="folder" aria-hidden="true" />
              <span [title]="line.name">{{ line.name }}</span>
              <small>{{ numberOf(line.below) }}</small>
            </button>
            @if (canEdit()) {
              <button
                type="button"
                matIconButton
                ariaLabel="What can be done with {{ line.name }}"
                i18n-ariaLabel
                [matMenuTriggerFor]="menu"
                [matMenuTriggerData]="{ line }"
              >
                <mat-icon svgIcon="more_vert" />
              </button>
            }
          </li>
        }
        @if (store.lines().length > 0) {
          <li>
            <button
              type="button"
              class="folder"
              [attr.aria-pressed]="chosen() === 'none'"
              [class.over]="over() === 'none'"
              (click)="choose.emit('none')"
              (dragover)="takes($event, 'none')"
              (dragleave)="over.set(null)"
              (drop)="drop($event, 'none')"
            >
              <span i18n>In no folder</span><small>{{ numberOf(store.answer.value()?.none ?? 0) }}</small>
            </button>
          </li>
        }
      </ul>
    </tov-fetched>
    @if (canEdit()) {
      <button type="button" matButton (click)="add(null)">
        <mat-icon svgIcon="add" /><ng-container i18n>New folder…</ng-container>
      </button>
    }
    <mat-menu #menu>
      <ng-template matMenuContent let-line="line">
        <button i18n mat-menu-item (click)="add(line.id)">New folder in it…</button>
        <button i18n mat-menu-item (click)="change(line)">Name or move…</button>
        <button i18n mat-menu-item class="danger" (click)="remove(line)">Take it away…</button>
      </ng-template>
    </mat-menu>
  `,
  styles: `
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      align-items: center;
      padding-left: calc(var(--depth, 0) * 14px);
    }
    .folder {
      display: flex;
      flex: 1;
      gap: 8px;
      align-items: center;
      min-width: 0;
      min-height: 28px;
      padding: 3px 8px;
      border: 1px solid transparent;
      border-radius: var(--radius);
      background: none;
      color: inherit;
      cursor: pointer;
      text-align: left;
    }
    .folder:hover {
      background: var(--sunken);
    }
    .folder[aria-pressed='true'] {
      background: var(--spruce-wash);
      color: var(--spruce);
      font-weight: 560;
    }
    .folder.over {
      border-color: var(--saffron);
    }
    .folder mat-icon {
      flex: none;
      width: 17px;
      height: 17px;
    }
    .folder span {
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
export class FolderTree {
  /** The id of the folder whose media are seen; `none` for those in none, undefined for all. */
  readonly chosen = input<string>();
  readonly canEdit = input(false);
  readonly choose = output<string | undefined>();
  /** Media were dropped onto a folder; null for none. */
  readonly dropped = output<{ readonly ids: readonly string[]; readonly folder: string | null }>();
  protected readonly store = inject(FoldersStore);
  private readonly dialogs = inject(Dialogs);
  private readonly confirm = inject(Confirm);
  private readonly notices = inject(Notices);
  /** The folder that something is held over. */
  protected readonly over = signal<string | null>(null);
  protected readonly numberOf = numbered;

  constructor() {
    knowIcons({ folder: folderIcon, more_vert: moreIcon });
  }

  protected takes(event: DragEvent, folder: string): void {
    if (!event.dataTransfer?.types.includes(MEDIA_DRAG)) return;
    event.preventDefault();
    this.over.set(folder);
  }

  protected drop(event: DragEvent, folder: string): void {
    this.over.set(null);
    const carried = event.dataTransfer?.getData(MEDIA_DRAG);
    if (!carried) return;
    event.preventDefault();
    const given: unknown = JSON.parse(carried);
    const ids = Array.isArray(given) ? given.filter((id) => typeof id === 'string') : [];
    this.dropped.emit({ ids, folder: folder === 'none' ? null : folder });
  }

  private async ask(question: FolderQuestion): Promise<void> {
    const { FolderDialog } = await import('./folder-dialog');
    await this.dialogs.ask(FolderDialog, { data: question, width: '420px', ariaLabelledBy: 'folder-title' });
  }

  protected add(parent: string | null): Promise<void> {
    return this.ask({
      title: say`New folder`,
      name: '',
      parent,
      places: this.store.options(),
      save: (folder) => this.store.add(folder),
    });
  }

  protected change({ id, name, parent }: FolderLine): Promise<void> {
    return this.ask({
      title: say`Folder “${name}”`,
      name,
      parent,
      places: this.store.options().filter(({ value }) => value !== id),
      save: (folder) => this.store.change(id, folder),
    });
  }

  protected async remove({ id, name }: FolderLine): Promise<void> {
    const isSure = await this.confirm.ask({
      title: say`Take the folder “${name}” away?`,
      text: say`What lies in it will lie in the folder above. No file is deleted.`,
      yes: say`Take it away`,
    });
    if (!isSure) return;
    try {
      await this.store.remove(id);
      if (this.chosen() === id) this.choose.emit(undefined);
    } catch (error) {
      this.notices.fail(error);
    }
  }
}
