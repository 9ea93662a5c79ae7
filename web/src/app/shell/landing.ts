import { afterNextRender, inject, Injectable, Injector } from '@angular/core';
import { Title } from '@angular/platform-browser';
import { NavigationEnd, Router } from '@angular/router';

const pathOf = (url: string): string => url.split(/[?#]/)[0] ?? '';

/**
 * Where somebody lands who goes to another screen: the window is named after it, and the focus is on its heading, from where
 * reading and tabbing go on. A screen that puts the focus elsewhere keeps it, and so does the first screen, which is read from its top.
 * @see https://www.w3.org/WAI/WCAG22/Techniques/general/G88
 */
@Injectable({ providedIn: 'root' })
export class Landing {
  private readonly router = inject(Router);
  private readonly title = inject(Title);
  private readonly injector = inject(Injector);
  private heading: HTMLElement | null = null;
  /** The path of the screen that stands. */
  private path = this.router.navigated ? pathOf(this.router.url) : null;
  /** What had the focus when somebody set out; null while nobody is on the way. */
  private left: { readonly focused: Element | null } | null = null;

  constructor() {
    this.router.events.subscribe((event) => {
      if (event instanceof NavigationEnd) this.arriveAt(pathOf(event.urlAfterRedirects));
    });
  }

  /** Takes the heading of the screen that stands, whenever it is drawn or its words change. */
  stand(heading: HTMLElement, words: string): void {
    this.heading = heading;
    this.title.setTitle(`${words} · Tovlet`);
    this.focusSoon();
  }

  /** Forgets a heading that is gone. */
  leave(heading: HTMLElement): void {
    if (this.heading === heading) this.heading = null;
  }

  private arriveAt(path: string): void {
    const isAnother = this.path !== null && this.path !== path;
    this.path = path;
    if (!isAnother) return;
    this.left = { focused: document.activeElement };
    this.focusSoon();
  }

  private focusSoon(): void {
    if (this.left) afterNextRender({ read: () => this.focus() }, { injector: this.injector });
  }

  private focus(): void {
    if (!this.left || !this.heading?.isConnected) return;
    const { activeElement, body } = document;
    const isFree = activeElement === null || activeElement === body || activeElement === this.left.focused;
    this.left = null;
    if (isFree) this.heading.focus({ preventScroll: true });
  }
}
