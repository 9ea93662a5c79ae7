import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { ICON_BUTTON } from '../../shared/icon-button';

/** A panel over the strip, with a heading and the way out of it. */
@Component({
  selector: 'tov-strip-panel',
  imports: [ICON_BUTTON, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section
      [id]="name() + '-panel'"
      tabindex="-1"
      [attr.aria-label]="heading()"
      (keydown.escape)="closed.emit()"
    >
      <header>
        <h2>{{ heading() }}</h2>
        <button type="button" matIconButton [attr.aria-label]="closeLabel()" (click)="closed.emit()">
          <mat-icon svgIcon="close" />
        </button>
      </header>
      <ng-content />
    </section>
  `,
  styles: `
    section {
      position: absolute;
      bottom: 100%;
      left: 8px;
      width: min(760px, calc(100vw - 16px));
      max-height: 50vh;
      overflow: auto;
      background: var(--raised);
      border: 1px solid var(--line-strong);
      border-radius: var(--radius) var(--radius) 0 0;
      z-index: 20;
    }
    header {
      display: flex;
      justify-content: space-between;
      align-items: center;
      padding: 8px 8px 8px 14px;
      border-bottom: 1px solid var(--line);
    }
  `,
})
export class StripPanel {
  /** What its id is made of. */
  readonly name = input.required<string>();
  readonly heading = input.required<string>();
  readonly closeLabel = input.required<string>();
  readonly closed = output();
}
