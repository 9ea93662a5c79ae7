import { say } from '@tovlet/core/locale/say';
import { inject, Injectable } from '@angular/core';
import type { Question } from './confirm-dialog';
import { Dialogs } from './dialogs';

/** Asks before something that would lose work. */
@Injectable({ providedIn: 'root' })
export class Confirm {
  private readonly dialogs = inject(Dialogs);

  /** @returns whether the person said yes; closing the dialog means no */
  async ask(question: Omit<Question, 'no' | 'danger' | 'list'> & Partial<Question>): Promise<boolean> {
    const { ConfirmDialog } = await import('./confirm-dialog');
    const data: Question = { no: say`Cancel`, danger: true, list: [], ...question };
    const config = { data, width: '440px', ariaLabelledBy: 'question-title' };
    return (await this.dialogs.ask<boolean>(ConfirmDialog, config)) ?? false;
  }
}
