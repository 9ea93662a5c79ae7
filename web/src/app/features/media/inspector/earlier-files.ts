import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { EarlierFileAnswer, MediumAnswer } from '@tovlet/core/contracts/studio';
import { bytesInWords } from '@tovlet/core/fields/media_fit/bytes-in-words';
import { say } from '@tovlet/core/locale/say';
import { MediaApi } from '../../../pickers/medium/media-api';
import { MediaStore } from '../../../pickers/medium/media-store';
import { Confirm } from '../../../shared/confirm';
import { MomentWords } from '../../../shared/moment-words';

/** The files that a medium had before: one can be brought back, or let go for good. */
@Component({
  selector: 'tov-earlier-files',
  imports: [MatButton, MomentWords],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (file of medium().earlier; track file.revision) {
        <li>
          @if (file.thumbnail) {
            <img [src]="file.thumbnail" alt="" width="64" loading="lazy" />
          }
          <div>
            <a [href]="file.url" target="_blank">{{ file.filename }}</a>
            <span class="muted">{{ wordsOf(file) }}</span>
            <span i18n class="muted">until {{ file.replacedAt | momentWords }}, {{ file.replacedBy }}</span>
            @if (!disabled()) {
              <span class="buttons">
                <button i18n type="button" matButton="outlined" (click)="restore(file)">Bring it back</button>
                <button i18n type="button" matButton class="danger" (click)="forget(file)">
                  Delete for good…
                </button>
              </span>
            }
          </div>
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      display: grid;
      gap: 10px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      gap: 10px;
    }
    img {
      flex: none;
      align-self: start;
      height: auto;
      border-radius: 4px;
    }
    div {
      display: grid;
      gap: 2px;
      min-width: 0;
    }
    a {
      overflow-wrap: anywhere;
    }
    .buttons {
      display: flex;
      flex-wrap: wrap;
      gap: 4px;
    }
  `,
})
export class EarlierFiles {
  readonly medium = input.required<MediumAnswer>();
  readonly disabled = input(false);
  private readonly api = inject(MediaApi);
  private readonly store = inject(MediaStore);
  private readonly confirm = inject(Confirm);

  protected wordsOf({ width, height, bytes }: EarlierFileAnswer): string {
    return width > 0 ? `${width} × ${height} px, ${bytesInWords(bytes)}` : bytesInWords(bytes);
  }

  protected async restore({ revision }: EarlierFileAnswer): Promise<void> {
    const { id, version } = this.medium();
    await this.store.take(this.api.restoreEarlier(id, revision, version));
  }

  protected async forget({ revision, filename }: EarlierFileAnswer): Promise<void> {
    const isSure = await this.confirm.ask({
      title: say`Delete “${filename}” for good?`,
      text: say`Pages that were kept elsewhere with its address will show nothing there. It cannot be brought back.`,
      yes: say`Delete for good`,
    });
    if (!isSure) return;
    const { id, version } = this.medium();
    await this.store.take(this.api.forgetEarlier(id, revision, version));
  }
}
