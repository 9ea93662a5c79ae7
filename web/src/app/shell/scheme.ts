import { DOCUMENT, effect, inject, Injectable } from '@angular/core';
import { remembered } from '../shared/remembered';

const schemes = ['system', 'light', 'dark'] as const;
export type SchemeChoice = (typeof schemes)[number];

const isScheme = (value: unknown): value is SchemeChoice => schemes.some((scheme) => scheme === value);

/** Light, dark, or as the system says. */
@Injectable({ providedIn: 'root' })
export class Scheme {
  private readonly document = inject(DOCUMENT);
  readonly choice = remembered<SchemeChoice>('scheme', 'system', isScheme);

  constructor() {
    effect(() => {
      const { dataset } = this.document.documentElement;
      const choice = this.choice();
      if (choice === 'system') delete dataset['scheme'];
      else dataset['scheme'] = choice;
    });
  }

  /** Goes on to the next of light, dark and system. */
  next(): void {
    const next: Readonly<Record<SchemeChoice, SchemeChoice>> = {
      system: 'light',
      light: 'dark',
      dark: 'system',
    };
    this.choice.update((choice) => next[choice]);
  }
}
