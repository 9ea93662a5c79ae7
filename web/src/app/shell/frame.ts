import { knowOwnIcons } from '../shared/icons';
import { nameOverlays } from '../shared/overlays';
import { languageFor } from '@tovlet/core/locale/languages';
import { turnTo } from '../shared/language';
import { Said } from '../shared/said';
import { ChangeDetectionStrategy, Component, inject, type OnInit } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { ICON_BUTTON } from '../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { AREAS } from './area';
import { Keys } from './keys';
import { PersonMenu } from './person-menu';
import { ChecksStore } from './checks-store';
import { ModelStore } from './model-store';
import { PaneState } from './pane-state';
import { SessionStore } from './session-store';
import { Strip } from './strip/strip';
import { Connection } from '../fetching/connection';
import { EditQueue } from './edits/edit-queue';
import { Undo } from './undo/undo';
import { UploadTray } from './uploads/upload-tray';
import { UploadTrayState } from './uploads/upload-tray-state';

/** The frame around every screen: bar above, strip below. */
@Component({
  selector: 'tov-frame',
  imports: [
    ICON_BUTTON,
    MatButton,
    MatIcon,
    MatMenu,
    MatMenuItem,
    MatMenuTrigger,
    PersonMenu,
    RouterLink,
    RouterLinkActive,
    RouterOutlet,
    Strip,
    Said,
    UploadTray,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keydown)': 'keys.handle($event)', '(window:beforeunload)': 'warn($event)' },
  template: `
    <a i18n class="skip" href="#work" (click)="skip($event)">Skip to the work surface</a>
    <header class="bar">
      <a class="brand" routerLink="/model" aria-label="Tovlet, to the model" i18n-aria-label>
        <svg viewBox="0 0 24 24" aria-hidden="true">
          <path d="M3 3v18h18z" class="leaf" />
          <path d="M11 3h10v10z" class="spark" />
        </svg>
        <ng-container i18n>Tovlet</ng-container>
      </a>
      <span class="workspace">{{ session.workspaceName() }}</span>
      <nav aria-label="Areas" i18n-aria-label>
        @for (area of areas; track area.path) {
          <a
            #link
            [routerLink]="'/' + area.path"
            routerLinkActive="here"
            ariaCurrentWhenActive="page"
            (isActiveChange)="$event && show(link)"
            >{{ area.label }}</a
          >
        }
      </nav>
      <button type="button" class="find" (click)="keys.find()">
        <mat-icon svgIcon="search" aria-hidden="true" /><span i18n>Find or do…</span><kbd>Ctrl K</kbd>
      </button>
      <button
        type="button"
        matIconButton
        matTooltip="What was done here, step by step  Ctrl Z"
        i18n-matTooltip
        aria-label="Steps back and forth"
        i18n-aria-label
        [matMenuTriggerFor]="steps"
      >
        <mat-icon svgIcon="undo" />
      </button>
      <mat-menu #steps>
        <button mat-menu-item [disabled]="!undo.canUndo()" (click)="undo.undo()">
          <mat-icon svgIcon="undo" /><ng-container i18n>Undo</ng-container
          >{{ undo.done()[0] ? ': ' + undo.done()[0]?.words : '' }}
        </button>
        <button mat-menu-item [disabled]="!undo.canRedo()" (click)="undo.redo()">
          <mat-icon svgIcon="redo" /><ng-container i18n>Redo</ng-container
          >{{ undo.next() ? ': ' + undo.next()?.words : '' }}
        </button>
        @for (step of undo.done().slice(1, 11); track $index) {
          <button mat-menu-item (click)="undo.undo($index + 2)">
            <span i18n class="muted">Back to before: {{ step.words }}</span>
          </button>
        }
      </mat-menu>
      @if (panes.there().includes('outline')) {
        <button
          type="button"
          matIconButton
          [matTooltip]="(panes.outlineShown() ? 'Hide the outline' : 'Show the outline') | said"
          aria-label="Outline"
          i18n-aria-label
          [attr.aria-pressed]="panes.outlineShown()"
          (click)="panes.toggle('outline')"
        >
          <mat-icon [svgIcon]="panes.outlineShown() ? 'left_panel_close' : 'left_panel_open'" />
        </button>
      }
      @if (panes.there().includes('inspector')) {
        <button
          type="button"
          matIconButton
          [matTooltip]="(panes.inspectorShown() ? 'Hide the inspector' : 'Show the inspector') | said"
          aria-label="Inspector"
          i18n-aria-label
          [attr.aria-pressed]="panes.inspectorShown()"
          (click)="panes.toggle('inspector')"
        >
          <mat-icon [svgIcon]="panes.inspectorShown() ? 'right_panel_close' : 'right_panel_open'" />
        </button>
      }
      <tov-person-menu />
    </header>
    <div class="place">
      @if (model.loaded()) {
        <router-outlet />
      } @else if (model.loadFailed()) {
        <div class="empty-place" role="alert">
          <h1 i18n>The model could not be loaded</h1>
          <p i18n>It is asked for again as soon as Tovlet answers.</p>
          <button i18n type="button" matButton="filled" (click)="load()">Try again</button>
        </div>
      } @else {
        <div class="begin" aria-busy="true">
          <span i18n class="visually-hidden" role="status">Loading the workspace…</span>
        </div>
      }
    </div>
    <div>
      @if (connection.isLost()) {
        <div class="away" role="status">
          <mat-icon svgIcon="warning" aria-hidden="true" />
          <span i18n
            >Tovlet does not answer. You can go on reading what is here; what you change is kept and sent when
            it is back.</span
          >
          <button i18n type="button" matButton="outlined" (click)="queue.tryNow()">Try now</button>
        </div>
      }
      @defer (when uploads.isShown()) {
        @if (uploads.isShown()) {
          <tov-upload-tray />
        }
      }
      <tov-strip />
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template: 48px minmax(0, 1fr) auto / minmax(0, 1fr);
      height: 100dvh;
    }
    .skip {
      position: absolute;
      left: -999px;
      z-index: 30;
      background: var(--raised);
      padding: 8px 12px;
    }
    .skip:focus {
      left: 8px;
      top: 8px;
    }
    .bar {
      display: flex;
      align-items: center;
      gap: 6px;
      padding: 0 10px 0 14px;
      border-bottom: 1px solid var(--line);
      background: var(--raised);
      min-width: 0;
    }
    .brand {
      display: flex;
      gap: 8px;
      align-items: center;
      font-weight: 680;
      font-size: 15px;
      color: var(--ink);
      text-decoration: none;
    }
    .brand svg {
      width: 20px;
      height: 20px;
    }
    .leaf {
      fill: var(--spruce);
    }
    .spark {
      fill: var(--saffron);
    }
    .workspace {
      color: var(--muted);
      padding: 0 14px 0 8px;
      border-right: 1px solid var(--line);
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    nav {
      display: flex;
      height: 100%;
      padding-left: 8px;
    }
    nav a {
      display: flex;
      align-items: center;
      padding: 2px 12px 0;
      color: var(--muted);
      text-decoration: none;
      border-bottom: 2px solid transparent;
      font-weight: 520;
    }
    nav a:hover {
      color: var(--ink);
    }
    nav a.here {
      color: var(--ink);
      border-bottom-color: var(--spruce);
    }
    .find {
      margin-left: auto;
      display: flex;
      align-items: center;
      gap: 8px;
      width: 240px;
      height: 30px;
      padding: 0 8px;
      border: 1px solid var(--line);
      border-radius: var(--radius);
      background: var(--paper);
      color: var(--muted);
      cursor: pointer;
    }
    .find:hover {
      border-color: var(--spruce);
    }
    .find kbd {
      margin-left: auto;
      font: 11px var(--mono);
    }
    .place {
      min-height: 0;
      overflow: hidden;
    }
    .begin {
      height: 100%;
      background: linear-gradient(to right, var(--sunken) 248px, transparent 248px);
    }
    .away {
      display: flex;
      gap: 10px;
      align-items: center;
      padding: 5px 12px;
      border-top: 1px solid var(--saffron);
      background: var(--raised);
    }
    .away [matButton] {
      margin-left: auto;
    }
    @media (max-width: 900px) {
      .workspace,
      .find span,
      .find kbd {
        display: none;
      }
      .find {
        width: 34px;
        margin-left: auto;
      }
    }
    @media (max-width: 720px) {
      :host {
        grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr);
      }
      .bar {
        flex-wrap: wrap;
        height: auto;
        padding-block: 6px 0;
        row-gap: 4px;
      }
      nav {
        order: 1;
        width: 100%;
        height: 34px;
        padding: 0;
        overflow-x: auto;
      }
      nav a {
        padding: 0 10px;
      }
    }
  `,
})
export class Frame implements OnInit {
  protected readonly keys = inject(Keys);
  protected readonly connection = inject(Connection);
  protected readonly queue = inject(EditQueue);
  protected readonly undo = inject(Undo);
  protected readonly uploads = inject(UploadTrayState);
  protected readonly panes = inject(PaneState);
  protected readonly session = inject(SessionStore);
  protected readonly model = inject(ModelStore);
  private readonly checks = inject(ChecksStore);

  protected readonly areas = inject(AREAS);

  constructor() {
    knowOwnIcons();
    nameOverlays();
  }

  ngOnInit(): void {
    // What somebody chose on another device counts here as well, and nothing that somebody else chose on this one.
    const { language = null } = this.session.session() ?? {};
    if (turnTo(language ?? languageFor(navigator.language))) return;
    this.load();
    void this.checks.load();
  }

  /** Reads the model; a failure shows, and is tried again by itself. */
  protected load(): void {
    void this.model.load().catch(() => undefined);
  }

  /** On a phone the bar is wider than the window. */
  protected show(link: HTMLElement): void {
    link.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }

  /** What this browser cannot keep would be lost with the tab. */
  protected warn(event: BeforeUnloadEvent): void {
    if (this.queue.atRisk()) event.preventDefault();
  }

  protected skip(event: Event): void {
    event.preventDefault();
    document.getElementById('work')?.focus();
  }
}
