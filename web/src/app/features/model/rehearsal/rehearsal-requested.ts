import { InjectionToken } from '@angular/core';
import type { RehearsalAnswer } from '@tovlet/core/contracts/studio';
import type { SetField } from '@tovlet/core/model/changes/set-field';

/** What a rehearsal is of, and what to do with what it comes to. */
export interface RehearsalRequested {
  readonly change: SetField;
  /** What the first rehearsal came to. */
  readonly first: RehearsalAnswer;
  /** Takes the change that is to be made; null where none is. */
  readonly close: (change: SetField | null) => void;
}
export const REHEARSAL = new InjectionToken<RehearsalRequested>('What is rehearsed');
