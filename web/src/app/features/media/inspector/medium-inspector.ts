import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { bytesInWords } from '@tovlet/core/fields/media_fit/bytes-in-words';
import type { FocusAnswer, MediumAnswer, PictureEdit } from '@tovlet/core/contracts/studio';
import { secondsInWords } from '@tovlet/core/locale/durations';
import { say } from '@tovlet/core/locale/say';
import { MEDIA } from '@tovlet/core/model/subjects';
import { ValuesForm } from '../../../forms/values-form';
import { MediaApi } from '../../../pickers/medium/media-api';
import { MediaStore } from '../../../pickers/medium/media-store';
import { Choice } from '../../../shared/choice';
import { Dialogs } from '../../../shared/dialogs';
import { MomentWords } from '../../../shared/moment-words';
import { FoldersStore } from '../folders/folders-store';
import { EarlierFiles } from './earlier-files';
import { FilmView } from './film-view';
import { FocusPoint } from './focus-point';
import { MediumUses } from './medium-uses';

/** Everything that is known of one medium, and what can be done with it. */
@Component({
  selector: 'tov-medium-inspector',
  imports: [Choice, EarlierFiles, FilmView, FocusPoint, MatButton, MediumUses, MomentWords, ValuesForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './medium-inspector.html',
  styleUrl: './medium-inspector.scss',
})
export class MediumInspector {
  readonly medium = input.required<MediumAnswer>();
  readonly disabled = input(false);
  readonly removed = output();
  protected readonly store = inject(MediaStore);
  protected readonly folders = inject(FoldersStore);
  private readonly api = inject(MediaApi);
  private readonly dialogs = inject(Dialogs);
  private readonly file = viewChild.required<ElementRef<HTMLInputElement>>('file');
  protected readonly subject = MEDIA;
  protected readonly sizeOf = bytesInWords;
  protected readonly lengthOf = secondsInWords;

  protected readonly isPicture = computed(() => this.medium().width > 0);
  protected readonly isFilm = computed(() => this.medium().mime.startsWith('video/'));
  protected readonly isSound = computed(() => this.medium().mime.startsWith('audio/'));

  protected describe(alt: string): void {
    if (alt.trim() !== this.medium().alt) void this.store.save(this.medium(), { alt });
  }

  protected setFocus(focus: FocusAnswer | null): void {
    void this.store.save(this.medium(), { focus });
  }

  protected async move(folder: string | null): Promise<void> {
    if (await this.store.save(this.medium(), { folder })) this.folders.answer.reload();
  }

  protected choose(): void {
    this.file().nativeElement.click();
  }

  protected async replace(box: HTMLInputElement): Promise<void> {
    const files = [...(box.files ?? [])];
    box.value = '';
    const { id, version } = this.medium();
    await this.store.upload(files.slice(0, 1), { replaces: { id, version } });
  }

  protected async edit(): Promise<void> {
    const { PictureEditDialog } = await import('../edit/picture-edit-dialog');
    const edit = await this.dialogs.ask<PictureEdit>(PictureEditDialog, {
      data: this.medium(),
      width: '860px',
      maxWidth: '94vw',
      ariaLabelledBy: 'picture-edit-title',
    });
    if (!edit) return;
    const { id, version } = this.medium();
    await this.store.take(this.api.edit(id, { version, ...edit }));
  }

  /** A picture that moves would stand still once it is turned or cut. */
  protected readonly canEdit = computed(() => this.isPicture() && this.medium().mime !== 'image/gif');

  protected readonly openWords = computed(() =>
    this.isPicture() || this.isFilm() || this.isSound() ? say`Open the original` : say`Download`,
  );
}
