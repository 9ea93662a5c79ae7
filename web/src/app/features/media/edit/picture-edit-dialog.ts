import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  type ElementRef,
  inject,
  signal,
  viewChild,
  ViewEncapsulation,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { MatIcon } from '@angular/material/icon';
import type { MediumAnswer, PictureEdit } from '@tovlet/core/contracts/studio';
import { say } from '@tovlet/core/locale/say';
import Cropper from 'cropperjs';
import turnLeftIcon from '@material-symbols/svg-400/outlined/rotate_left.svg' with { loader: 'text' };
import turnRightIcon from '@material-symbols/svg-400/outlined/rotate_right.svg' with { loader: 'text' };
import { knowIcons } from '../../../shared/icons';

/** A part of the turned picture, in its pixels. */
interface Part {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

type Turn = PictureEdit['turn'];
const asTurn = (degrees: number): Turn => (((degrees % 360) + 360) % 360) as Turn;

const SIDES = ['x', 'y', 'width', 'height'] as const;

/** Turns and cuts a picture, by hand or by numbers. */
@Component({
  selector: 'tov-picture-edit',
  imports: [MatButton, MatIcon],
  encapsulation: ViewEncapsulation.None,
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="dialog">
      <h1 id="picture-edit-title" i18n>Turn and cut</h1>
      <div class="picture-edit-stage"><img #picture [src]="source" alt="" /></div>
      <div class="picture-edit-tools">
        <button type="button" matButton="outlined" (click)="turnBy(-90)">
          <mat-icon svgIcon="rotate_left" /><ng-container i18n>Turn left</ng-container>
        </button>
        <button type="button" matButton="outlined" (click)="turnBy(90)">
          <mat-icon svgIcon="rotate_right" /><ng-container i18n>Turn right</ng-container>
        </button>
        @for (side of sides; track side.key) {
          <label>
            <span>{{ side.name }}</span>
            <input
              #box
              class="control"
              type="number"
              min="0"
              step="1"
              [value]="inPixels(side.key)"
              (change)="set(side.key, box.valueAsNumber)"
            />
          </label>
        }
      </div>
      <p class="muted" i18n>
        What comes of it is a new file of this medium. The one of now is kept among the earlier files.
      </p>
      <div class="foot">
        <button i18n type="button" matButton="outlined" (click)="dialog.close()">Cancel</button>
        <button i18n type="button" matButton="filled" [disabled]="!isChanged()" (click)="finish()">
          Save the picture
        </button>
      </div>
    </div>
  `,
  styleUrl: './picture-edit-dialog.scss',
})
export class PictureEditDialog {
  protected readonly dialog = inject<MatDialogRef<PictureEditDialog, PictureEdit>>(MatDialogRef);
  private readonly medium = inject<MediumAnswer>(MAT_DIALOG_DATA);
  private readonly picture = viewChild.required<ElementRef<HTMLImageElement>>('picture');
  private cropper: Cropper | null = null;
  /** The whole picture, as large as a screen shows it. */
  protected readonly source =
    this.medium.variants.find(({ width }) => width >= 1000)?.url ??
    this.medium.variants.at(-1)?.url ??
    this.medium.url;
  protected readonly turn = signal<Turn>(0);
  protected readonly part = signal<Part>({ x: 0, y: 0, width: 0, height: 0 });
  /** What of the picture is kept, as shares of it once it is turned. */
  private readonly kept = signal<Part>({ x: 0, y: 0, width: 1, height: 1 });
  protected readonly sides = [
    { key: SIDES[0], name: say`From the left, px` },
    { key: SIDES[1], name: say`From the top, px` },
    { key: SIDES[2], name: say`Width, px` },
    { key: SIDES[3], name: say`Height, px` },
  ];

  constructor() {
    knowIcons({ rotate_left: turnLeftIcon, rotate_right: turnRightIcon });
    afterNextRender(() => this.begin());
    inject(DestroyRef).onDestroy(() => this.cropper?.destroy());
  }

  private begin(): void {
    this.cropper = new Cropper(this.picture().nativeElement, {
      viewMode: 1,
      background: false,
      autoCropArea: 1,
      // The picture is upright already, and of this site: nothing has to be read of it.
      checkOrientation: false,
      checkCrossOrigin: false,
      rotatable: true,
      // Turning makes it smaller or larger; nobody else does.
      zoomOnTouch: false,
      zoomOnWheel: false,
      movable: false,
      crop: () => this.read(),
    });
  }

  /** How large the turned picture is, in pixels of the source that is shown. */
  private shownSize(): { readonly width: number; readonly height: number } {
    const { naturalWidth, naturalHeight } = this.picture().nativeElement;
    const isLying = this.turn() % 180 === 0;
    return isLying
      ? { width: naturalWidth, height: naturalHeight }
      : { width: naturalHeight, height: naturalWidth };
  }

  /** How large the turned picture is, in its own pixels. */
  private ownSize(): { readonly width: number; readonly height: number } {
    const { width, height } = this.medium;
    return this.turn() % 180 === 0 ? { width, height } : { width: height, height: width };
  }

  private read(): void {
    const found = this.cropper?.getData();
    const { width, height } = this.shownSize();
    if (!found || width === 0) return;
    this.kept.set({
      x: found.x / width,
      y: found.y / height,
      width: found.width / width,
      height: found.height / height,
    });
  }

  protected inPixels(side: keyof Part): number {
    const { width, height } = this.ownSize();
    const along = side === 'x' || side === 'width' ? width : height;
    return Math.round(this.kept()[side] * along);
  }

  protected set(side: keyof Part, pixels: number): void {
    if (!Number.isFinite(pixels)) return;
    const own = this.ownSize();
    const shown = this.shownSize();
    const along = side === 'x' || side === 'width' ? 'width' : 'height';
    this.cropper?.setData({ [side]: (pixels / own[along]) * shown[along] });
  }

  protected turnBy(degrees: number): void {
    this.turn.update((turn) => asTurn(turn + degrees));
    this.cropper?.clear();
    this.cropper?.rotateTo(this.turn());
    this.fit();
    this.cropper?.crop();
    const { width, height } = this.shownSize();
    this.cropper?.setData({ x: 0, y: 0, width, height });
    this.read();
  }

  /** A turned picture is shown as large as there is room for it. */
  private fit(): void {
    const box = this.cropper?.getContainerData();
    if (!box) return;
    const { width, height } = this.shownSize();
    this.cropper?.zoomTo(Math.min(box.width / width, box.height / height, 1));
    const image = this.cropper?.getCanvasData();
    if (image)
      this.cropper?.setCanvasData({
        left: (box.width - image.width) / 2,
        top: (box.height - image.height) / 2,
      });
  }

  /** The whole of a picture that is not cut is the picture itself, whatever was lost in counting. */
  private isWhole(): boolean {
    const { x, y, width, height } = this.kept();
    return x < 0.002 && y < 0.002 && width > 0.996 && height > 0.996;
  }

  protected isChanged(): boolean {
    return this.turn() !== 0 || !this.isWhole();
  }

  protected finish(): void {
    const share = (value: number): number => Math.min(1, Math.max(0, value));
    const { x, y, width, height } = this.kept();
    const cut = { x: share(x), y: share(y), width: share(width), height: share(height) };
    this.dialog.close({ turn: this.turn(), cut: this.isWhole() ? null : cut });
  }
}
