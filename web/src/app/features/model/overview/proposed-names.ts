import { computed, signal } from '@angular/core';
import { pluralOf } from '@tovlet/core/model/keys';

/** The names of something new: a plural is proposed until somebody types one. */
export class ProposedNames {
  readonly singular = signal('');
  private readonly typedPlural = signal<string | null>(null);
  /** The singular without spaces around it; empty while there is none. */
  readonly one = computed(() => this.singular().trim());
  readonly plural = computed(() => this.typedPlural() ?? (this.one() === '' ? '' : pluralOf(this.one())));
  /** The plural as it is saved: never empty where there is a singular. */
  readonly many = computed(() => this.plural().trim() || this.one());

  /** Takes a plural that somebody typed. */
  typePlural(words: string): void {
    this.typedPlural.set(words);
  }
}
