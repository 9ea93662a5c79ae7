import { OverlayContainer } from '@angular/cdk/overlay';
import { inject } from '@angular/core';
import { say } from '@tovlet/core/locale/say';

/**
 * Makes the place where menus, lists and dialogs stand a landmark of its own, so that nothing of the page is outside of all
 * landmarks. To be called where services may be injected.
 */
export function nameOverlays(): void {
  const place = inject(OverlayContainer).getContainerElement();
  place.setAttribute('role', 'region');
  place.setAttribute('aria-label', say`Opened over the screen`);
}
