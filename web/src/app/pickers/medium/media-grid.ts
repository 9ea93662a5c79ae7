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
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import { secondsInWords } from '@tovlet/core/locale/durations';
import { FetchedPart } from '../../fetching/fetched-part';
import { MediaStore } from './media-store';
import { placeholderImage } from './placeholder';
import movieIcon from '@material-symbols/svg-400/outlined/movie.svg' with { loader: 'text' };
import soundIcon from '@material-symbols/svg-400/outlined/music_note.svg' with { loader: 'text' };
import uploadIcon from '@material-symbols/svg-400/outlined/upload.svg' with { loader: 'text' };
import { knowIcons } from '../../shared/icons';

/** What is carried when media are dragged: their ids, in JSON. */
export const MEDIA_DRAG = 'application/x-tovlet-media';

/** Narrower or wider pictures get no less and no more room than these. */
const NARROWEST = 0.6;
const WIDEST = 2.6;

/** Pictures to look at, search and choose, each in its own ratio, and a place to drop new ones. */
@Component({
  selector: 'tov-media-grid',
  imports: [FetchedPart, MatButton, MatCheckbox, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(dragover)': 'over($event)', '(drop)': 'drop($event)' },
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
        [value]="store.search()"
        (input)="searched.emit(words.value)"
      />
      <ng-content select="[tool]" />
      @if (canUpload()) {
        <button type="button" matButton="filled" (click)="file().nativeElement.click()">
          <mat-icon svgIcon="upload" />
          <ng-container i18n>Upload</ng-container>
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
    <ng-content select="[between]" />
    <tov-fetched [of]="store.list" what="The media" i18n-what [lines]="8">
      <ul [class.choosing]="ticked().size > 0">
        @for (medium of store.items(); track medium.id) {
          <li [style.--ratio]="ratioOf(medium)" [class.ticked]="ticked().has(medium.id)">
            <button
              type="button"
              class="medium"
              [class.chosen]="chosen() === medium.id"
              [attr.aria-pressed]="chosen() === medium.id"
              [draggable]="canUpload() && several()"
              (click)="press($event, medium)"
              (dblclick)="confirm.emit(medium)"
              (dragstart)="carry($event, medium)"
            >
              @if (pictureOf(medium); as picture) {
                <img
                  [src]="picture"
                  alt=""
                  loading="lazy"
                  [style.background-image]="placeholderOf(medium)"
                  (load)="loaded($event)"
                  [attr.width]="medium.width || null"
                  [attr.height]="medium.height || null"
                />
              } @else {
                <b class="file"
                  ><mat-icon [svgIcon]="iconOf(medium)" aria-hidden="true" />{{ kindOf(medium) }}</b
                >
              }
              @if (lengthOf(medium); as length) {
                <small>{{ length }}</small>
              }
              <span [class.unnamed]="!medium.alt && medium.width > 0">{{
                medium.alt || medium.filename
              }}</span>
            </button>
            @if (several()) {
              <mat-checkbox
                aria-label="Choose {{ medium.filename }}"
                i18n-aria-label
                [checked]="ticked().has(medium.id)"
                (change)="tick.emit({ medium, stretch: false })"
              />
            }
          </li>
        }
        <li class="rest" aria-hidden="true"></li>
      </ul>
      <div empty class="empty-place">
        <h2>
          @if (narrowed()) {
            <ng-container i18n>Nothing found</ng-container>
          } @else {
            <ng-container i18n>No media yet</ng-container>
          }
        </h2>
        <p>
          @if (narrowed()) {
            <ng-container i18n>Try other words, or look in another place.</ng-container>
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
  styleUrl: './media-grid.scss',
})
export class MediaGrid {
  readonly chosen = input<string | null>(null);
  readonly canUpload = input(true);
  /** Whether several can be chosen at once, and which are. */
  readonly several = input(false);
  readonly ticked = input<ReadonlySet<string>>(new Set());
  /** Whether less than all is looked for. */
  readonly narrowed = input(false);
  /** The folder that new files come into. */
  readonly folder = input<string | null>(null);
  readonly choose = output<MediumAnswer>();
  readonly confirm = output<MediumAnswer>();
  readonly searched = output<string>();
  /** One is to be among the chosen ones or no longer; with all between it and the last, where a stretch is meant. */
  readonly tick = output<{ readonly medium: MediumAnswer; readonly stretch: boolean }>();
  protected readonly store = inject(MediaStore);
  protected readonly file = viewChild.required<ElementRef<HTMLInputElement>>('files');

  constructor() {
    knowIcons({ upload: uploadIcon, movie: movieIcon, music_note: soundIcon });
  }

  protected readonly placeholderOf = ({ placeholder }: MediumAnswer): string | null =>
    placeholderImage(placeholder);
  /** What stood for it would shine through where it lets light through. */
  protected loaded({ target }: Event): void {
    if (target instanceof HTMLElement) target.style.backgroundImage = 'none';
  }

  protected kindOf = ({ filename }: MediumAnswer): string => filename.split('.').at(-1)?.toUpperCase() ?? '';
  protected lengthOf = ({ seconds }: MediumAnswer): string | null =>
    seconds === null ? null : secondsInWords(seconds);

  protected iconOf({ mime }: MediumAnswer): string {
    if (mime.startsWith('video/')) return 'movie';
    return mime.startsWith('audio/') ? 'music_note' : 'attach_file';
  }

  /** A film shows its poster; a picture that moves has no smaller ones. */
  protected pictureOf({ variants, width, url }: MediumAnswer): string | null {
    return variants[0]?.url ?? (width > 0 ? url : null);
  }

  protected ratioOf({ width, height, variants }: MediumAnswer): number {
    const [shown = { width, height }] = width > 0 ? [{ width, height }] : variants;
    const ratio = shown.height > 0 ? shown.width / shown.height : 1;
    return Math.min(WIDEST, Math.max(NARROWEST, ratio));
  }

  /** Pressed with Ctrl it is one of several, with Shift all to it are. */
  protected press(event: MouseEvent, medium: MediumAnswer): void {
    const isOneOfSeveral = event.ctrlKey || event.metaKey || event.shiftKey;
    if (this.several() && isOneOfSeveral) this.tick.emit({ medium, stretch: event.shiftKey });
    else this.choose.emit(medium);
  }

  protected carry({ dataTransfer }: DragEvent, { id }: MediumAnswer): void {
    const ids = this.ticked().has(id) ? [...this.ticked()] : [id];
    dataTransfer?.setData(MEDIA_DRAG, JSON.stringify(ids));
  }

  protected over(event: DragEvent): void {
    if (event.dataTransfer?.types.includes('Files')) event.preventDefault();
  }

  protected drop(event: DragEvent): void {
    const files = event.dataTransfer?.files;
    if (!files || files.length === 0 || !this.canUpload()) return;
    event.preventDefault();
    event.stopPropagation();
    void this.upload([...files]);
  }

  protected pick(input: HTMLInputElement): void {
    const files = [...(input.files ?? [])];
    input.value = '';
    void this.upload(files);
  }

  private async upload(files: readonly File[]): Promise<void> {
    const [first] = await this.store.upload(files, { folder: this.folder() });
    if (first) this.choose.emit(first);
  }
}
