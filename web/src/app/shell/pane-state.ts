import { Injectable } from '@angular/core';
import { isBoolean, isNumber, remembered } from '../shared/remembered';

const LIMITS = { least: 180, most: 560 };

/** Which panes are open and how wide they are. */
@Injectable({ providedIn: 'root' })
export class PaneState {
  readonly outlineOpen = remembered('outline.open', true, isBoolean);
  readonly inspectorOpen = remembered('inspector.open', true, isBoolean);
  readonly outlineWidth = remembered('outline.width', 248, isNumber);
  readonly inspectorWidth = remembered('inspector.width', 336, isNumber);

  widthOf(pane: 'outline' | 'inspector'): number {
    return pane === 'outline' ? this.outlineWidth() : this.inspectorWidth();
  }

  resize(pane: 'outline' | 'inspector', width: number): void {
    const bounded = Math.round(Math.max(LIMITS.least, Math.min(LIMITS.most, width)));
    (pane === 'outline' ? this.outlineWidth : this.inspectorWidth).set(bounded);
  }
}
