import {
  ChangeDetectionStrategy,
  Component,
  type ElementRef,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import { FetchedPart } from '../../fetching/fetched-part';
import { MediaStore } from './media-store';
import uploadIcon from '@material-symbols/svg-400/outlined/upload.svg' with { loader: 'text' };
import { knowIcons } from '../../shared/icons';

/** Pictures to look at, search and choose, and a place to drop new ones. */
@Component({
  selector: 'tov-media-grid',
  imports: [FetchedPart, MatButton, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(dragover)': '$event.preventDefault()', '(drop)': 'drop($event)' },
  template: `
    <div class="tools">
      <input
        #words
        class="control"
        type="search"
        placeholder="Search by alternative text or file name"
        i18n-placeholder
        aria-label="Search media"
        i18n-aria-label
        (input)="store.find(words.value)"
      />
      @if (canUpload()) {
        <button
          type="button"
          matButton="filled"
          [disabled]="store.busy()"
          (click)="file().nativeElement.click()"
        >
          <mat-icon svgIcon="upload" />
          @if (store.busy()) {
            <ng-container i18n>Uploading…</ng-container>
          } @else {
            <ng-container i18n>Upload</ng-container>
          }
        </button>
        <input
          #files
          class="visually-hidden"
          type="file"
          multiple
          tabindex="-1"
          aria-label="Files to upload"
          i18n-aria-label
          (change)="pick(files)"
        />
      }
    </div>
    <tov-fetched [of]="store.list" what="The media" i18n-what [lines]="8">
      <ul>
        @for (medium of store.items(); track medium.id) {
          <li>
            <button
              type="button"
              [class.chosen]="chosen() === medium.id"
              [attr.aria-pressed]="chosen() === medium.id"
              (click)="choose.emit(medium)"
              (dblclick)="confirm.emit(medium)"
            >
              @if (medium.width > 0) {
                <img
                  [src]="medium.variants[0]?.url ?? medium.url"
                  alt=""
                  loading="lazy"
                  [width]="medium.width"
                  [height]="medium.height"
                />
              } @else {
                <b class="file"><mat-icon svgIcon="attach_file" aria-hidden="true" />{{ kindOf(medium) }}</b>
              }
              <span>{{ medium.alt || medium.filename }}</span>
            </button>
          </li>
        }
      </ul>
      <div empty class="empty-place">
        <h2>
          @if (store.search()) {
            <ng-container i18n>Nothing found</ng-container>
          } @else {
            <ng-container i18n>No media yet</ng-container>
          }
        </h2>
        <p>
          @if (store.search()) {
            <ng-container i18n>Try other words.</ng-container>
          } @else {
            <ng-container i18n
              >Drop pictures or files here, or upload them. Each can be used in any number of
              entries.</ng-container
            >
          }
        </p>
      </div>
      @if (store.hasMore()) {
        <button i18n type="button" matButton="outlined" (click)="store.more()">
          Show more of {{ store.total() }}
        </button>
      }
    </tov-fetched>
  `,
  styles: `
    .tools {
      display: flex;
      gap: 8px;
      margin-bottom: 14px;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(148px, 1fr));
      gap: 12px;
    }
    li button {
      width: 100%;
      display: grid;
      gap: 6px;
      padding: 6px;
      border: 1px solid var(--line);
      border-radius: var(--radius);
      background: var(--raised);
      cursor: pointer;
      text-align: left;
    }
    li button:hover,
    li button.chosen {
      border-color: var(--spruce);
      background: var(--spruce-wash);
    }
    img {
      width: 100%;
      height: auto;
      aspect-ratio: 8 / 5;
      object-fit: cover;
      border-radius: 4px;
    }
    .file {
      display: grid;
      place-items: center;
      align-content: center;
      aspect-ratio: 8 / 5;
      border-radius: 4px;
      background: var(--sunken);
      color: var(--muted);
      font-weight: 500;
    }
    span {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      font-size: 12.5px;
    }
  `,
})
export class MediaGrid {
  readonly chosen = input<string | null>(null);
  readonly canUpload = input(true);
  readonly choose = output<MediumAnswer>();
  readonly confirm = output<MediumAnswer>();
  protected readonly store = inject(MediaStore);
  protected readonly file = viewChild.required<ElementRef<HTMLInputElement>>('files');

  constructor() {
    knowIcons({ upload: uploadIcon });
  }

  protected kindOf = ({ filename }: MediumAnswer): string => filename.split('.').at(-1)?.toUpperCase() ?? '';

  protected drop(event: DragEvent): void {
    const files = event.dataTransfer?.files;
    if (!files || files.length === 0 || !this.canUpload()) return;
    event.preventDefault();
    void this.upload([...files]);
  }

  protected pick(input: HTMLInputElement): void {
    const files = [...(input.files ?? [])];
    input.value = '';
    void this.upload(files);
  }

  private async upload(files: readonly File[]): Promise<void> {
    const [first] = await this.store.upload(files);
    if (first) this.choose.emit(first);
  }
}
