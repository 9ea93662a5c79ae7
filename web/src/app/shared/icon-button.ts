import { Directive, type DoCheck, ElementRef, inject } from '@angular/core';
import { MatIconButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';

/** A button without words shows its name to whoever points at it or comes to it by keyboard. */
@Directive({
  // It joins every icon button, so that none can be left without.
  // eslint-disable-next-line @angular-eslint/directive-selector
  selector: '[matIconButton]',
  hostDirectives: [{ directive: MatTooltip, inputs: ['matTooltip'] }],
})
export class NamedByTooltip implements DoCheck {
  readonly #element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  readonly #tooltip = inject(MatTooltip);

  #name = '';

  /** Follows the name, which may change with what the button stands for, unless the button says something of its own. */
  ngDoCheck(): void {
    if (this.#tooltip.message !== this.#name) return;
    this.#name = this.#element.getAttribute('aria-label') ?? '';
    this.#tooltip.message = this.#name;
  }
}

/** A button with a picture only: Material's, with its name in a tooltip. */
export const ICON_BUTTON = [MatIconButton, NamedByTooltip] as const;
