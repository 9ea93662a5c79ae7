import type { Highlightable } from '@angular/cdk/a11y';
import { ChangeDetectionStrategy, Component, ElementRef, inject, input, signal } from '@angular/core';
import { MatIcon } from '@angular/material/icon';

/** One thing that was found; the keys of the list light it. */
@Component({
  selector: 'tov-found-line',
  imports: [MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[attr.aria-selected]': 'lit()' },
  template: `
    <mat-icon [svgIcon]="icon()" aria-hidden="true" />
    <span>{{ label() }}</span>
    <small class="muted">{{ hint() }}</small>
  `,
  styles: `
    :host {
      display: flex;
      gap: 10px;
      align-items: center;
      padding: 6px 12px;
      border-radius: var(--radius);
      cursor: pointer;
    }
    :host([aria-selected='true']) {
      background: var(--spruce-wash);
    }
    small {
      margin-left: auto;
    }
  `,
})
export class FoundLine implements Highlightable {
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  readonly icon = input.required<string>();
  readonly label = input.required<string>();
  readonly hint = input.required<string>();
  protected readonly lit = signal(false);

  setActiveStyles(): void {
    this.lit.set(true);
    this.element.scrollIntoView({ block: 'nearest' });
  }

  setInactiveStyles(): void {
    this.lit.set(false);
  }
}
