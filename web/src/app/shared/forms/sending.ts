import { signal } from '@angular/core';
import type { FormGroup } from '@angular/forms';
import { problemFrom } from '../problem';
import { isReady, showProblem } from './schema-form';

/** Sends what a form holds: once at a time, and what is refused is said at the controls it is about. */
export class Sending {
  private readonly sends = signal(false);
  private readonly said = signal('');
  /** Whether the server is still to answer. */
  readonly busy = this.sends.asReadonly();
  /** What failed of the form as a whole; empty where nothing did. */
  readonly failure = this.said.asReadonly();

  /**
   * Sends the form unless something in it is wrong, which is shown.
   * @param element the form as it is drawn
   * @returns whether it was sent and taken
   */
  async send(form: FormGroup, element: HTMLElement, work: () => Promise<unknown>): Promise<boolean> {
    if (this.busy() || !isReady(form, element)) return false;
    this.said.set('');
    this.sends.set(true);
    try {
      await work();
      return true;
    } catch (error) {
      this.said.set(showProblem(form, problemFrom(error)));
      isReady(form, element);
      return false;
    } finally {
      this.sends.set(false);
    }
  }
}
