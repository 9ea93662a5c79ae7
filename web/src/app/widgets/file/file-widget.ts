import { Said } from '../../shared/said';
import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { ICON_BUTTON } from '../../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import { bytesInWords } from '@tovlet/core/fields/media_fit/bytes-in-words';
import { fetchedMedium, mediumChooser } from '../../pickers/medium/choose-medium';
import { Widget } from '../../forms/widget';
import { misfitWords } from '../misfit-words';

/** A file of any kind, chosen from the media or uploaded. */
@Component({
  selector: 'tov-file-widget',
  imports: [ICON_BUTTON, MatButton, MatIcon, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="file">
      @if (medium.value(); as file) {
        <mat-icon svgIcon="attach_file" aria-hidden="true" />
        <a [href]="file.url" download>{{ file.filename }}</a>
        <span class="muted">{{ sizeOf(file) }}</span>
      } @else if (medium.state() === 'empty') {
        <span i18n class="error-text">This file is no longer among the media.</span>
      } @else if (medium.state() === 'failed') {
        <span i18n class="muted">The file cannot be shown at the moment.</span>
      } @else if (value() !== null) {
        <span class="muted" aria-busy="true">…</span>
      }
      @if (medium.value(); as file) {
        @for (words of misfits(file); track words) {
          <span class="error-text">{{ words }}</span>
        }
      }
      <button
        type="button"
        matButton="outlined"
        [id]="inputId()"
        [attr.aria-label]="
          ((value() === null ? 'Choose' : 'Change') | said) + ' ' + (name() ?? field().label)
        "
        [attr.aria-describedby]="describedBy()"
        [disabled]="disabled()"
        (click)="choose()"
      >
        @if (medium.value()) {
          <ng-container i18n>Change</ng-container>
        } @else {
          <ng-container i18n>Choose a file</ng-container>
        }
      </button>
      @if (value() !== null) {
        <button
          type="button"
          matIconButton
          ariaLabel="Take out {{ name() ?? field().label }}"
          i18n-ariaLabel
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
  protected readonly medium = fetchedMedium(() => {
    const value = this.value();
    return typeof value === 'string' && value !== '' ? value : undefined;
  });
  private readonly chooseMedium = mediumChooser({ files: true });

  protected misfits = (file: MediumAnswer): readonly string[] => misfitWords(this.field(), file);
  protected sizeOf = ({ bytes }: MediumAnswer): string => bytesInWords(bytes);

  protected async choose(): Promise<void> {
    const file = await this.chooseMedium();
    if (file) this.commit()(file.id);
  }
}
