import { Injectable, signal } from '@angular/core';
import { useExpressionEngine } from '@tovlet/core/expressions/engine';
import { usePatternEngine } from '@tovlet/core/patterns/engine';

/** The engines for patterns and expressions: loaded when a form or an editor first needs them. */
@Injectable({ providedIn: 'root' })
export class Engines {
  private readonly loaded = signal(false);
  private loading: Promise<void> | null = null;

  /** Whether patterns and expressions can be read. */
  readonly ready = this.loaded.asReadonly();

  load(): Promise<void> {
    this.loading ??= this.fetch();
    return this.loading;
  }

  private async fetch(): Promise<void> {
    const [{ jsonataEngine }, { linearEngine }] = await Promise.all([
      import('@tovlet/core/expressions/jsonata-engine'),
      import('@tovlet/core/patterns/linear'),
    ]);
    usePatternEngine(linearEngine);
    useExpressionEngine(jsonataEngine);
    this.loaded.set(true);
  }
}
