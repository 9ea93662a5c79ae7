import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import { bytesInWords } from '@tovlet/core/fields/file/file';
import { firstValueFrom } from 'rxjs';
import { MediaApi } from '../../pickers/medium/media-api';
import { Dialogs } from '../../shared/dialogs';
import { fetched } from '../../fetching/fetched';
import { nullWhereGone } from '../../shared/problem';
import { Widget } from '../../forms/widget';

/** A file of any kind, chosen from the media or uploaded. */
@Component({
  selector: 'tov-file-widget',
  imports: [MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="file">
      @if (medium.value(); as file) {
        <mat-icon svgIcon="attach_file" aria-hidden="true" />
        <a [href]="file.url" download>{{ file.filename }}</a>
        <span class="muted">{{ sizeOf(file) }}</span>
      } @else if (medium.state() === 'empty') {
        <span class="error-text">This file is no longer among the media.</span>
      } @else if (medium.state() === 'failed') {
        <span class="muted">The file cannot be shown at the moment.</span>
      } @else if (value() !== null) {
        <span class="muted" aria-busy="true">…</span>
      }
      <button
        type="button"
        class="button"
        [id]="inputId()"
        [attr.aria-label]="(value() === null ? 'Choose ' : 'Change ') + (name() ?? field().label)"
        [attr.aria-describedby]="describedBy()"
        [disabled]="disabled()"
        (click)="choose()"
      >
        {{ medium.value() ? 'Change' : 'Choose a file' }}
      </button>
      @if (value() !== null) {
        <button
          type="button"
          class="icon-button"
          [attr.aria-label]="'Take out ' + (name() ?? field().label)"
          [disabled]="disabled()"
          (click)="commit()(null)"
        >
          <mat-icon svgIcon="close" />
        </button>
      }
    </div>
  `,
  styles: `
    .file {
      display: flex;
      gap: 8px;
      align-items: center;
      flex-wrap: wrap;
    }
  `,
})
export class FileWidget extends Widget {
  private readonly api = inject(MediaApi);
  private readonly dialogs = inject(Dialogs);
  private readonly id = computed(() => {
    const value = this.value();
    return typeof value === 'string' && value !== '' ? value : undefined;
  });
  protected readonly medium = fetched({
    request: () => this.id(),
    fetch: (id) => nullWhereGone(firstValueFrom(this.api.get(id))),
    isEmpty: (found) => found === null,
    keeps: (before, now) => before === now,
  });

  protected sizeOf = ({ bytes }: MediumAnswer): string => bytesInWords(bytes);

  protected async choose(): Promise<void> {
    const { MediaPicker } = await import('../../pickers/medium/media-picker');
    const file = await this.dialogs.ask<MediumAnswer>(MediaPicker, {
      width: '860px',
      maxWidth: '94vw',
      ariaLabelledBy: 'picker-title',
      data: { files: true },
    });
    if (file) this.commit()(file.id);
  }
}
