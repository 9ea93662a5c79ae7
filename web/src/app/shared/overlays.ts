import { say } from '@tovlet/core/locale/say';
import { OverlayContainer } from '@angular/cdk/overlay';
import { Injectable } from '@angular/core';

/** Where menus, lists and dialogs stand: a landmark of its own, so that nothing of the page is outside of all landmarks. */
@Injectable()
export class Overlays extends OverlayContainer {
  protected override _createContainer(): void {
    super._createContainer();
    this._containerElement?.setAttribute('role', 'region');
    this._containerElement?.setAttribute('aria-label', say`Opened over the screen`);
  }
}
