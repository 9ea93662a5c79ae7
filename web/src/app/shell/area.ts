import { InjectionToken } from '@angular/core';
import type { WorkbenchArea } from '@tovlet/core/contracts/addresses';

/** A part of the workbench that the bar and the keys lead to. */
export interface Area {
  /** Its name in the bar. */
  readonly label: string;
  /** The first step of its addresses. */
  readonly path: WorkbenchArea;
  /** Pressed after `g` it leads there. */
  readonly key: string;
}

/** Every area, in the order of the bar. Given from outside: the frame knows none of them. */
export const AREAS = new InjectionToken<readonly Area[]>('The areas of the workbench');
