import { computed, Directive, effect, input, untracked } from '@angular/core';
import { isStation, stations, type Station } from '../import-words';

/** A screen of five stations on one line, each with its state and an address of its own. */
@Directive()
export abstract class StationPage {
  /** What is brought in, from the address. */
  readonly id = input.required<string>();
  /** The station, from the address. */
  readonly station = input.required<string>();

  protected readonly here = computed((): Station => {
    const station = this.station();
    return isStation(station) ? station : 'match';
  });
  protected readonly line = computed(() => stations.map((id) => ({ id, state: this.stateOf(id) })));

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.open(id);
      });
    });
  }

  /** Shows what is brought in. */
  protected abstract open(id: string): void;

  /** How far a station is, in words. */
  protected abstract stateOf(station: Station): string;
}
