import { CdkFixedSizeVirtualScroll, CdkVirtualForOf, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatProgressBar } from '@angular/material/progress-bar';
import { bytesInWords } from '@tovlet/core/fields/media_fit/bytes-in-words';
import { counted } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import pauseIcon from '@material-symbols/svg-400/outlined/pause.svg' with { loader: 'text' };
import resumeIcon from '@material-symbols/svg-400/outlined/play_arrow.svg' with { loader: 'text' };
import uploadIcon from '@material-symbols/svg-400/outlined/upload.svg' with { loader: 'text' };
import { ICON_BUTTON } from '../../shared/icon-button';
import { knowIcons } from '../../shared/icons';
import { isOver, type UploadLine } from './upload-line';
import { Uploads } from './uploads';

/** The height of a line, and the most of them in sight. */
const LINE = 34;
const IN_SIGHT = 4;

/** The files on their way, one line each, at the foot of the window. */
@Component({
  selector: 'tov-upload-tray',
  imports: [
    CdkFixedSizeVirtualScroll,
    CdkVirtualForOf,
    CdkVirtualScrollViewport,
    ICON_BUTTON,
    MatButton,
    MatIcon,
    MatProgressBar,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-label="Uploads" i18n-aria-label>
      <div class="head">
        <strong role="status">{{ summary() }}</strong>
        @if (uploads.underWay().length > 0) {
          <mat-progress-bar
            mode="determinate"
            aria-label="All uploads"
            i18n-aria-label
            [value]="share() * 100"
          />
        }
        <button
          type="button"
          matButton
          [disabled]="uploads.underWay().length === uploads.lines().length"
          (click)="uploads.clear()"
        >
          <ng-container i18n>Put away</ng-container>
        </button>
      </div>
      <cdk-virtual-scroll-viewport
        [itemSize]="height"
        [style.height.px]="viewportHeight()"
        role="list"
        tabindex="0"
        aria-label="Files"
        i18n-aria-label
      >
        <div
          class="line"
          role="listitem"
          *cdkVirtualFor="let line of sorted(); trackBy: keyOf"
          [class.refused]="line.state === 'refused'"
        >
          <mat-icon [svgIcon]="iconOf(line)" aria-hidden="true" />
          <span class="name" [title]="line.name">{{ line.name }}</span>
          <span class="words" [title]="wordsOf(line)">{{ wordsOf(line) }}</span>
          @if (line.state === 'sending' || line.state === 'waiting') {
            <button
              type="button"
              matIconButton
              ariaLabel="Pause {{ line.name }}"
              i18n-ariaLabel
              (click)="uploads.pause(line.key)"
            >
              <mat-icon svgIcon="pause" />
            </button>
          } @else if (line.state === 'paused') {
            <button
              type="button"
              matIconButton
              ariaLabel="Go on with {{ line.name }}"
              i18n-ariaLabel
              (click)="uploads.resume(line.key)"
            >
              <mat-icon svgIcon="play_arrow" />
            </button>
          }
          @if (line.state !== 'done' && line.state !== 'reading') {
            <button
              type="button"
              matIconButton
              ariaLabel="Leave out {{ line.name }}"
              i18n-ariaLabel
              (click)="uploads.cancel(line.key)"
            >
              <mat-icon svgIcon="close" />
            </button>
          }
        </div>
      </cdk-virtual-scroll-viewport>
    </section>
  `,
  styles: `
    section {
      border-top: 1px solid var(--line);
      background: var(--raised);
    }
    .head {
      display: flex;
      align-items: center;
      gap: 14px;
      padding: 2px 8px 2px 14px;
    }
    .head strong {
      font-weight: 560;
    }
    .head mat-progress-bar {
      width: min(240px, 30vw);
    }
    .head button {
      margin-left: auto;
    }
    .line {
      display: grid;
      grid-template-columns: 20px minmax(120px, 28%) minmax(0, 1fr) auto auto;
      gap: 10px;
      align-items: center;
      height: 34px;
      padding: 0 8px 0 14px;
    }
    .line > mat-icon {
      width: 18px;
      height: 18px;
      color: var(--muted);
    }
    .name,
    .words {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .words {
      color: var(--muted);
      font-variant-numeric: tabular-nums;
    }
    .refused > mat-icon,
    .refused .words {
      color: var(--brick);
    }
  `,
})
export class UploadTray {
  protected readonly uploads = inject(Uploads);
  protected readonly height = LINE;

  constructor() {
    knowIcons({ upload: uploadIcon, pause: pauseIcon, play_arrow: resumeIcon });
  }

  /** What needs somebody is first, then what is under way, then what is done. */
  protected readonly sorted = computed(() => {
    const rank = ({ state }: UploadLine): number => (state === 'refused' ? 0 : state === 'done' ? 2 : 1);
    return [...this.uploads.lines()].sort((one, other) => rank(one) - rank(other));
  });
  protected readonly viewportHeight = computed(
    () => Math.min(this.uploads.lines().length, IN_SIGHT) * LINE + 4,
  );
  protected readonly share = computed(() => {
    const lines = this.uploads.lines();
    const all = lines.reduce((sum, { bytes }) => sum + bytes, 0);
    const sent = lines.reduce((sum, line) => sum + (isOver(line) ? line.bytes : line.sent), 0);
    return all === 0 ? 1 : sent / all;
  });
  protected readonly summary = computed(() => {
    const lines = this.uploads.lines();
    const left = this.uploads.underWay().length;
    const refused = lines.filter(({ state }) => state === 'refused').length;
    const done = lines.length - left - refused;
    const parts = [
      left > 0 ? say`${counted(left, 'file', 'files')} on the way` : '',
      done > 0 ? say`${done} taken` : '',
      refused > 0 ? say`${refused} refused` : '',
    ];
    return parts.filter((part) => part !== '').join(' · ');
  });

  protected keyOf = (_index: number, { key }: UploadLine): number => key;

  protected iconOf({ state }: UploadLine): string {
    if (state === 'refused') return 'warning';
    if (state === 'done') return 'check';
    return state === 'paused' ? 'pause' : 'upload';
  }

  protected wordsOf({ state, sent, bytes, problem, known, medium }: UploadLine): string {
    if (problem !== null) return problem;
    switch (state) {
      case 'waiting':
        return say`waits`;
      case 'sending':
        return say`${bytesInWords(sent)} of ${bytesInWords(bytes)}`;
      case 'paused':
        return say`held at ${bytesInWords(sent)} of ${bytesInWords(bytes)}`;
      case 'reading':
        return say`is being read`;
      case 'refused':
        return say`was refused`;
      case 'done':
        return known
          ? say`is among the media already, as “${medium?.filename ?? ''}”`
          : say`taken, ${bytesInWords(bytes)}`;
    }
  }
}
