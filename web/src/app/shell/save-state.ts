import { Injectable, signal } from '@angular/core';

export type SaveStatus =
  | { readonly kind: 'idle' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'saved'; readonly at: Date }
  | { readonly kind: 'failed' };

/** Whether everything is saved, for the strip. */
@Injectable({ providedIn: 'root' })
export class SaveState {
  private readonly current = signal<SaveStatus>({ kind: 'idle' });
  private running = 0;

  readonly status = this.current.asReadonly();

  begin(): void {
    this.running += 1;
    this.current.set({ kind: 'saving' });
  }

  done(): void {
    this.running = Math.max(0, this.running - 1);
    if (this.running === 0) this.current.set({ kind: 'saved', at: new Date() });
  }

  fail(): void {
    this.running = 0;
    this.current.set({ kind: 'failed' });
  }
}
