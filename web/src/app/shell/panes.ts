import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatDrawer, MatDrawerContainer, MatDrawerContent } from '@angular/material/sidenav';
import { NavigationEnd, Router } from '@angular/router';
import { filter } from 'rxjs';
import { PaneEdge } from './pane-edge';
import { PaneState } from './pane-state';

/**
 * The three columns of a screen: outline, work surface, inspector. The outer ones fold away and can be made wider, and this
 * browser remembers both; in narrow windows they are drawers.
 */
@Component({
  selector: 'tov-panes',
  imports: [MatDrawer, MatDrawerContainer, MatDrawerContent, PaneEdge],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-drawer-container
      [hasBackdrop]="panes.isNarrow()"
      (backdropClick)="closeDrawers()"
      (keydown.escape)="closeDrawers()"
    >
      @if (outline()) {
        <mat-drawer
          class="outline"
          [mode]="panes.isNarrow() ? 'over' : 'side'"
          disableClose
          [opened]="panes.outlineShown()"
          [style.width.px]="panes.isNarrow() ? null : panes.outlineWidth()"
        >
          <aside [attr.aria-label]="outlineLabel()">
            <ng-content select="[outline]" />
            @if (!panes.isNarrow()) {
              <tov-pane-edge pane="outline" />
            }
          </aside>
        </mat-drawer>
      }
      @if (inspector()) {
        <mat-drawer
          class="inspector"
          position="end"
          [mode]="panes.isNarrow() ? 'over' : 'side'"
          disableClose
          [opened]="panes.inspectorShown()"
          [style.width.px]="panes.isNarrow() ? null : panes.inspectorWidth()"
        >
          <aside aria-label="Inspector" i18n-aria-label>
            <ng-content select="[inspector]" />
            @if (!panes.isNarrow()) {
              <tov-pane-edge pane="inspector" />
            }
          </aside>
        </mat-drawer>
      }
      <mat-drawer-content>
        <main class="work" id="work" tabindex="-1"><ng-content /></main>
      </mat-drawer-content>
    </mat-drawer-container>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
      min-height: 0;
    }
    mat-drawer-container {
      height: 100%;
    }
    mat-drawer-content {
      overflow: hidden;
    }
    aside {
      height: 100%;
      overflow: auto;
      // Names may be one long word.
      overflow-wrap: anywhere;
    }
    .work {
      height: 100%;
      overflow: auto;
      outline: none;
      display: flex;
      flex-direction: column;
    }
  `,
})
export class Panes {
  readonly outlineLabel = input('Outline');
  /** Whether there is an outline at all. */
  readonly outline = input(true);
  /** Whether there is anything to inspect at all. */
  readonly inspector = input(true);
  protected readonly panes = inject(PaneState);
  private readonly container = viewChild.required(MatDrawerContainer);

  constructor() {
    effect(() =>
      this.panes.there.set([
        ...(this.outline() ? (['outline'] as const) : []),
        ...(this.inspector() ? (['inspector'] as const) : []),
      ]),
    );
    inject(DestroyRef).onDestroy(() => this.panes.there.set([]));
    // The work surface begins where the panes end.
    afterRenderEffect(() => {
      this.panes.outlineWidth();
      this.panes.inspectorWidth();
      this.panes.isNarrow();
      this.container().updateContentMargins();
    });
    inject(Router)
      .events.pipe(
        filter((event) => event instanceof NavigationEnd),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.closeDrawers());
  }

  /** What was chosen in a drawer is what the person wants to see now. */
  protected closeDrawers(): void {
    if (!this.panes.isNarrow()) return;
    this.panes.set('outline', false);
    this.panes.set('inspector', false);
  }
}
