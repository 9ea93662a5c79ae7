import { ChangeDetectionStrategy, Component, computed, inject, type OnInit, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { SessionStore } from '../../shell/session-store';
import { counted } from '@tovlet/core/locale/counts';
import { bytesInWords } from '@tovlet/core/fields/file/file';
import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import { MEDIA } from '@tovlet/core/model/subjects';
import { ValuesForm } from '../../forms/values-form';
import { Panes } from '../../shell/panes';
import { MediaGrid } from '../../pickers/medium/media-grid';
import { MediaStore } from '../../pickers/medium/media-store';
import { Removal } from '../../shell/removal';
import { ScreenHeading } from '../../shell/screen-heading';

/** All media of the workspace; the description and the fields of the chosen one. */
@Component({
  selector: 'tov-media-page',
  imports: [MatButton, MediaGrid, Panes, ScreenHeading, ValuesForm],
  providers: [MediaStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-panes outlineLabel="Media" i18n-outlineLabel>
      <div outline class="side">
        <h3 i18n>Media</h3>
        <p i18n class="muted">
          {{ files() }} A picture is kept once, with smaller variants for phones and lists.
        </p>
      </div>
      <div class="page">
        <h1 i18n tovScreen="Media" i18n-tovScreen>Media</h1>
        <tov-media-grid
          [chosen]="chosenId()"
          [canUpload]="session.canEdit()"
          (choose)="chosenId.set($event.id)"
        />
      </div>
      <div inspector class="side">
        @if (chosen(); as medium) {
          @if (medium.width > 0) {
            <img
              [src]="medium.variants[1]?.url ?? medium.variants[0]?.url ?? medium.url"
              [alt]="medium.alt"
            />
          }
          <h2>{{ medium.filename }}</h2>
          <label class="line">
            <span>
              @if (medium.width > 0) {
                <ng-container i18n
                  >Alternative text: what somebody who cannot see it should know</ng-container
                >
              } @else {
                <ng-container i18n>Description: what the file holds</ng-container>
              }
            </span>
            <textarea
              #alt
              class="control"
              rows="3"
              [value]="medium.alt"
              [disabled]="!session.canEdit()"
              (change)="store.describe(medium, alt.value)"
            ></textarea>
          </label>
          <dl>
            <div>
              <dt i18n>Size</dt>
              <dd>
                @if (medium.width > 0) {
                  <ng-container i18n>{{ medium.width }} × {{ medium.height }} px,</ng-container>
                }
                {{ sizeOf(medium.bytes) }}
              </dd>
            </div>
            <div>
              <dt i18n>Kind</dt>
              <dd>{{ medium.mime }}</dd>
            </div>
            <div [hidden]="medium.variants.length === 0">
              <dt i18n>Variants</dt>
              <dd>
                @for (variant of medium.variants; track variant.url) {
                  <a i18n [href]="variant.url" target="_blank">{{ variant.width }} px</a>&ngsp;
                }
              </dd>
            </div>
          </dl>
          <tov-values-form
            [subject]="subject"
            [id]="medium.id"
            [values]="medium.values"
            [disabled]="!session.canEdit()"
            (saved)="store.saveValues(medium, $event)"
          />
          <a matButton="outlined" [href]="medium.url" target="_blank">
            @if (medium.width > 0) {
              <ng-container i18n>Open the original</ng-container>
            } @else {
              <ng-container i18n>Download</ng-container>
            }
          </a>
          @if (session.canEdit()) {
            <button type="button" matButton class="danger" (click)="remove(medium)">
              <ng-container i18n>Delete…</ng-container>
            </button>
          }
        } @else {
          <p i18n class="muted">Choose a file to see and describe it.</p>
        }
      </div>
    </tov-panes>
  `,
  styles: `
    .page {
      padding: 18px 24px 40px;
      h1 {
        margin-bottom: 14px;
      }
    }
    .side {
      padding: 14px;
      display: grid;
      gap: 12px;
    }
    .side img {
      width: 100%;
      border-radius: var(--radius);
    }
    h2 {
      overflow-wrap: anywhere;
    }
    dl {
      margin: 0;
    }
    dl div {
      display: grid;
      grid-template-columns: 80px 1fr;
      padding: 3px 0;
    }
    dt {
      color: var(--muted);
    }
    dd {
      margin: 0;
    }
  `,
})
export class MediaPage implements OnInit {
  protected readonly store = inject(MediaStore);
  protected readonly session = inject(SessionStore);
  private readonly removal = inject(Removal);
  protected readonly chosenId = signal<string | null>(null);
  protected readonly chosen = computed(
    () => this.store.items().find(({ id }) => id === this.chosenId()) ?? null,
  );

  /** How many there are, once that is known. */
  protected readonly files = computed(() => {
    const total = this.store.total();
    return total === null ? '' : `${counted(total, 'file', 'files')}.`;
  });

  ngOnInit(): void {
    void this.store.find('');
  }

  protected async remove({ id, filename, version }: MediumAnswer): Promise<void> {
    if (!(await this.removal.isSure('medium', id, filename))) return;
    if (!(await this.store.remove(id, version))) return;
    this.chosenId.set(null);
    this.removal.said('medium', id, filename, () => void this.store.find(this.store.search()));
  }

  protected readonly subject = MEDIA;
  protected readonly sizeOf = bytesInWords;
}
