import { say } from '@tovlet/core/locale/say';
import { inject } from '@angular/core';
import type { CanDeactivateFn } from '@angular/router';
import { Confirm } from './confirm';

/** A screen that may hold unsaved work. */
export interface HoldsWork {
  /** Whether something would be left behind; it may take a moment to save it first. */
  hasUnsavedWork(): boolean | Promise<boolean>;
}

/** Asks before unsaved work is left behind. */
export const askBeforeLeaving: CanDeactivateFn<HoldsWork> = async (page) => {
  const confirm = inject(Confirm);
  if (!(await page.hasUnsavedWork())) return true;
  return confirm.ask({
    title: say`Leave without saving?`,
    text: say`There are changes that are not saved. They are kept in this browser and offered when you come back.`,
    yes: say`Leave`,
    no: say`Stay`,
  });
};
