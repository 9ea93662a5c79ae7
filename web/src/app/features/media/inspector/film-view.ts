import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import { say } from '@tovlet/core/locale/say';
import { MediaApi } from '../../../pickers/medium/media-api';
import { MediaStore } from '../../../pickers/medium/media-store';
import { Notices } from '../../../shared/notices';

/** A film to be looked at; what is seen of it becomes its poster. */
@Component({
  selector: 'tov-film-view',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <video #film controls preload="metadata" [src]="medium().url" [poster]="poster()"></video>
    @if (!disabled()) {
      <button i18n type="button" matButton="outlined" (click)="take()">
        Make what is seen now its poster
      </button>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      justify-items: start;
    }
    video {
      width: 100%;
      border-radius: var(--radius);
      background: #000;
    }
  `,
})
export class FilmView {
  readonly medium = input.required<MediumAnswer>();
  readonly disabled = input(false);
  private readonly film = viewChild.required<ElementRef<HTMLVideoElement>>('film');
  private readonly api = inject(MediaApi);
  private readonly store = inject(MediaStore);
  private readonly notices = inject(Notices);
  protected readonly poster = computed(() => this.medium().variants.at(-1)?.url ?? '');

  protected async take(): Promise<void> {
    const picture = await this.drawn();
    if (!picture) {
      this.notices.say(say`This browser cannot show the film. Play it first, then try again.`);
      return;
    }
    const { id, version } = this.medium();
    if (await this.store.take(this.api.setPoster(id, version, picture)))
      this.notices.say(say`The film has a new poster.`);
  }

  /** Draws what is seen of the film; null where nothing is. */
  private drawn(): Promise<Blob | null> {
    const film = this.film().nativeElement;
    if (film.videoWidth === 0) return Promise.resolve(null);
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [film.videoWidth, film.videoHeight];
    canvas.getContext('2d')?.drawImage(film, 0, 0);
    return new Promise((resolve) => canvas.toBlob(resolve, 'image/png'));
  }
}
