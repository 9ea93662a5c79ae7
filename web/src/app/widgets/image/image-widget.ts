import { Said } from '../../shared/said';
import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { ICON_BUTTON } from '../../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import { fetchedMedium, mediumChooser } from '../../pickers/medium/choose-medium';
import { Widget } from '../../forms/widget';
import { misfitWords } from '../misfit-words';

/** A picture, chosen from the media or uploaded. */
@Component({
  selector: 'tov-image-widget',
  imports: [ICON_BUTTON, MatButton, MatIcon, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="image" [class.compact]="compact()">
      @if (medium.value(); as picture) {
        <img
          [src]="picture.variants[0]?.url ?? picture.url"
          [alt]="picture.alt"
          [width]="compact() ? 44 : 160"
        />
        @if (!compact()) {
          <div class="facts">
            <strong>{{ picture.filename }}</strong>
            <span i18n class="muted">{{ picture.width }} × {{ picture.height }} px</span>
            <span class="muted">{{ picture.alt || ('No alternative text yet' | said) }}</span>
            @for (words of misfits(picture); track words) {
              <span class="error-text">{{ words }}</span>
            }
          </div>
        }
      } @else if (medium.state() === 'empty') {
        <span i18n class="error-text">This picture is no longer among the media.</span>
      } @else if (medium.state() === 'failed') {
        <span i18n class="muted">The picture cannot be shown at the moment.</span>
      } @else if (value() !== null) {
        <span class="muted" aria-busy="true">…</span>
      }
      <div class="buttons">
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
          <mat-icon svgIcon="image" aria-hidden="true" />
          @if (value() === null) {
            <ng-container i18n>Choose</ng-container>
          } @else {
            <ng-container i18n>Change</ng-container>
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
    </div>
  `,
  styles: `
    .image {
      display: flex;
      gap: 14px;
      align-items: flex-start;
      flex-wrap: wrap;
    }
    .image.compact {
      flex-wrap: nowrap;
      gap: 4px;
      align-items: center;
    }
    img {
      height: auto;
      border-radius: var(--radius);
      border: 1px solid var(--line);
    }
    .facts {
      display: grid;
      gap: 2px;
      flex: 1;
      min-width: 160px;
    }
    .buttons {
      display: flex;
      gap: 4px;
    }
  `,
})
export class ImageWidget extends Widget {
  protected readonly medium = fetchedMedium(() => {
    const value = this.value();
    return typeof value === 'string' && value !== '' ? value : undefined;
  });
  private readonly chooseMedium = mediumChooser();

  protected misfits = (picture: MediumAnswer): readonly string[] => misfitWords(this.field(), picture);

  protected async choose(): Promise<void> {
    const picture = await this.chooseMedium();
    if (picture) this.commit()(picture.id);
  }
}
