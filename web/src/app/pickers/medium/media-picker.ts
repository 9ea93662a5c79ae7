import { ChangeDetectionStrategy, Component, inject, type OnInit, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import { MediaGrid } from './media-grid';
import { MediaStore } from './media-store';

/** Chooses a picture or file from the media, or uploads one first. */
@Component({
  imports: [MatButton, MediaGrid],
  providers: [MediaStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="dialog">
      <h1 id="picker-title">
        @if (files) {
          <ng-container i18n>Choose a file</ng-container>
        } @else {
          <ng-container i18n>Choose a picture</ng-container>
        }
      </h1>
      <div class="scroll">
        <tov-media-grid
          [chosen]="chosen()?.id ?? null"
          [narrowed]="store.search() !== ''"
          (searched)="store.find($event)"
          (choose)="chosen.set($event)"
          (confirm)="fits($event) && dialog.close($event)"
        />
      </div>
      <div class="foot">
        <button i18n type="button" matButton="outlined" (click)="dialog.close()">Cancel</button>
        <button
          type="button"
          matButton="filled"
          [disabled]="!fits(chosen())"
          (click)="dialog.close(chosen() ?? undefined)"
        >
          @if (files) {
            <ng-container i18n>Use this file</ng-container>
          } @else {
            <ng-container i18n>Use this picture</ng-container>
          }
        </button>
      </div>
    </div>
  `,
  styles: `
    .scroll {
      max-height: 60vh;
      overflow: auto;
      padding: 2px;
    }
  `,
})
export class MediaPicker implements OnInit {
  protected readonly dialog = inject<MatDialogRef<MediaPicker, MediumAnswer>>(MatDialogRef);
  protected readonly store = inject(MediaStore);
  /** Whether any file will do, or only pictures. */
  protected readonly files =
    inject<{ readonly files?: boolean } | null>(MAT_DIALOG_DATA, { optional: true })?.files === true;
  protected fits = (medium: MediumAnswer | null): boolean =>
    medium !== null && (this.files || medium.width > 0);
  protected readonly chosen = signal<MediumAnswer | null>(null);

  ngOnInit(): void {
    this.store.kind = this.files ? null : 'image';
    void this.store.find('');
  }
}
