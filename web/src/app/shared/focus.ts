import { afterNextRender, inject, Injectable, Injector } from '@angular/core';

/** So many frames an element is waited for that is not drawn at once: a row that opens, what comes from the server. */
const FRAMES = 60;

/** Finds an element by its id, or however else. */
type Wanted = string | (() => HTMLElement | null | undefined);

/** Leads to elements that are drawn only after what was just changed. */
@Injectable({ providedIn: 'root' })
export class Focus {
  private readonly injector = inject(Injector);

  /**
   * Gives an element the focus once it is drawn.
   * @example focus.on('entry-title')
   */
  on(wanted: Wanted): void {
    this.whenDrawn(wanted, (element) => element.focus());
  }

  /** Selects the text of a box once it is drawn. */
  select(id: string): void {
    this.whenDrawn(id, (element) => {
      element.focus();
      if (element instanceof HTMLInputElement) element.select();
    });
  }

  /** Brings an element into sight once it is drawn. */
  show(
    wanted: Wanted,
    block: ScrollLogicalPosition,
    then: (element: HTMLElement) => void = () => undefined,
  ): void {
    this.whenDrawn(wanted, (element) => {
      element.scrollIntoView({ block });
      then(element);
    });
  }

  private whenDrawn(wanted: Wanted, act: (element: HTMLElement) => void): void {
    const find = typeof wanted === 'string' ? () => document.getElementById(wanted) : wanted;
    const look = (frames: number): void => {
      const element = find();
      if (element) act(element);
      else if (frames > 0) requestAnimationFrame(() => look(frames - 1));
    };
    afterNextRender({ read: () => look(FRAMES) }, { injector: this.injector });
  }
}
