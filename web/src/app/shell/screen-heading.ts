import { DestroyRef, Directive, effect, ElementRef, inject, input } from '@angular/core';
import { Landing } from './landing';

/**
 * The heading of a screen. The window is called by its words, and whoever comes to the screen lands on it.
 * @example `<h1 [tovScreen]="type.singular + ' · Content type'">{{ type.singular }}</h1>`
 */
@Directive({ selector: 'h1[tovScreen]', host: { tabindex: '-1' } })
export class ScreenHeading {
  /** What the screen shows, the most particular first. */
  readonly tovScreen = input.required<string>();

  constructor() {
    const landing = inject(Landing);
    const { nativeElement } = inject<ElementRef<HTMLElement>>(ElementRef);
    effect(() => landing.stand(nativeElement, this.tovScreen()));
    inject(DestroyRef).onDestroy(() => landing.leave(nativeElement));
  }
}
