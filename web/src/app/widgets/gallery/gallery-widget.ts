import { say } from '@tovlet/core/locale/say';
import { gallery, GALLERY_BOUND } from '@tovlet/core/fields/gallery/gallery';
import { counted } from '@tovlet/core/locale/counts';
import { CdkDrag, CdkDropList, type CdkDragDrop, moveItemInArray } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { ICON_BUTTON } from '../../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import { isJsonList } from '@tovlet/core/json';
import { firstValueFrom } from 'rxjs';
import { mediumChooser } from '../../pickers/medium/choose-medium';
import { MediaApi } from '../../pickers/medium/media-api';
import { fetched } from '../../fetching/fetched';
import { nullWhereGone } from '../../shared/problem';
import { Widget } from '../../forms/widget';
import { Reorder } from '../../shared/reorder';
import { misfitWords } from '../misfit-words';

/** Several pictures, in an order that can be changed by dragging or with Alt and arrow keys. */
@Component({
  selector: 'tov-gallery-widget',
  imports: [CdkDrag, CdkDropList, ICON_BUTTON, MatButton, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      class="pictures"
      cdkDropList
      cdkDropListOrientation="mixed"
      [cdkDropListDisabled]="disabled()"
      (cdkDropListDropped)="drop($event)"
    >
      @for (id of ids(); track id) {
        <figure cdkDrag>
          <button
            type="button"
            class="picture"
            [id]="pictureId(id)"
            [disabled]="disabled()"
            ariaLabel="Picture {{ $index + 1 }} of {{ ids().length }}, move with Alt and arrow keys"
            i18n-ariaLabel
            (keydown)="moveByKey($event, $index)"
          >
            @if (media.value()?.get(id); as medium) {
              <img [src]="medium.variants[0]?.url ?? medium.url" [alt]="medium.alt" />
            } @else {
              <span class="muted">
                @if (media.value() && !media.isAsking()) {
                  <ng-container i18n>Gone</ng-container>
                } @else {
                  …
                }
              </span>
            }
          </button>
          <button
            type="button"
            matIconButton
            class="out"
            [disabled]="disabled()"
            ariaLabel="Take out picture {{ $index + 1 }}"
            i18n-ariaLabel
            (click)="set(without(id))"
          >
            <mat-icon svgIcon="close" />
          </button>
        </figure>
      }
    </div>
    @for (line of misfits(); track line) {
      <p class="error-text">{{ line }}</p>
    }
    <div class="below">
      <button
        type="button"
        matButton="outlined"
        [id]="inputId()"
        ariaLabel="Add pictures to {{ name() ?? field().label }}"
        i18n-ariaLabel
        [attr.aria-describedby]="describedBy()"
        [disabled]="disabled() || full()"
        (click)="choose()"
      >
        <mat-icon svgIcon="add" aria-hidden="true" /><ng-container i18n>Add pictures</ng-container>
      </button>
      <span class="muted">{{ countWords() }}</span>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
    .pictures {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    figure {
      position: relative;
      margin: 0;
    }
    .picture {
      display: grid;
      place-items: center;
      width: 116px;
      height: 82px;
      padding: 0;
      border: 1px solid var(--line);
      border-radius: var(--radius);
      background: var(--sunken);
      overflow: hidden;
      cursor: grab;
    }
    img {
      width: 100%;
      height: 100%;
      object-fit: cover;
    }
    .out {
      position: absolute;
      top: 3px;
      right: 3px;
      width: 26px;
      height: 26px;
      background: var(--raised);
      border: 1px solid var(--line);
    }
    .below {
      display: flex;
      gap: 12px;
      align-items: center;
    }
  `,
})
export class GalleryWidget extends Widget {
  private readonly reorder = inject(Reorder);
  protected readonly settings = computed(() => gallery.read(this.field().field.settings));
  private readonly api = inject(MediaApi);
  private readonly chooseMedium = mediumChooser();
  protected readonly ids = computed<readonly string[]>(() => {
    const value = this.value();
    return isJsonList(value) ? value.filter((id) => typeof id === 'string') : [];
  });
  protected readonly full = computed(() => this.ids().length >= (this.settings().maxImages ?? GALLERY_BOUND));
  protected readonly countWords = computed(() => {
    const [count, most] = [this.ids().length, this.settings().maxImages];
    const words = counted(count, 'picture', 'pictures');
    return most === null ? words : say`${words} of up to ${most}`;
  });
  protected readonly media = fetched({
    request: () => this.ids(),
    fetch: async (ids) => {
      const media = await Promise.all(ids.map((id) => nullWhereGone(firstValueFrom(this.api.get(id)))));
      return new Map(media.flatMap((medium) => (medium ? [[medium.id, medium] as const] : [])));
    },
  });

  /** What does not fit of which picture. */
  protected readonly misfits = computed(() =>
    this.ids().flatMap((id, index) => {
      const medium = this.media.value()?.get(id);
      const words = medium ? misfitWords(this.field(), medium) : [];
      return words.map((each) => say`Picture ${index + 1}: ${each}`);
    }),
  );

  protected pictureId = (id: string): string => `${this.inputId()}-${id}`;
  protected without = (id: string): readonly string[] => this.ids().filter((each) => each !== id);

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    this.move(previousIndex, currentIndex);
  }

  protected moveByKey(event: KeyboardEvent, index: number): void {
    const handle = this.pictureId(this.ids()[index] ?? '');
    const move = (to: number): void => this.move(index, to);
    this.reorder.byKey(event, { index, count: this.ids().length, handle, move });
  }

  protected async choose(): Promise<void> {
    const picture = await this.chooseMedium();
    if (picture && !this.ids().includes(picture.id)) this.set([...this.ids(), picture.id]);
  }

  protected set(ids: readonly string[]): void {
    this.commit()(ids.length === 0 ? null : ids);
  }

  private move(from: number, to: number): void {
    const ids = [...this.ids()];
    moveItemInArray(ids, from, to);
    this.set(ids);
  }
}
