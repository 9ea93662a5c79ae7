import { signal, type Signal } from '@angular/core';

/**
 * The keys of a list that is chosen from while words are typed: arrows go round in it, Enter chooses.
 * @see https://www.w3.org/WAI/ARIA/apg/patterns/combobox/
 */
export class Choosing<Choice> {
  private readonly at = signal(0);
  /** The place of the choice that Enter takes. */
  readonly active: Signal<number> = this.at.asReadonly();

  constructor(
    private readonly choices: () => readonly Choice[],
    private readonly choose: (choice: Choice) => void,
  ) {}

  /** Goes to a choice, as the pointer does; to the first when other choices are found. */
  goTo(index = 0): void {
    this.at.set(index);
  }

  /** @returns whether the key was for the list */
  key(event: KeyboardEvent): boolean {
    const choices = this.choices();
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (step !== undefined && choices.length > 0) {
      event.preventDefault();
      this.at.update((at) => (at + step + choices.length) % choices.length);
      return true;
    }
    const chosen = choices[this.at()];
    if (event.key !== 'Enter' || chosen === undefined) return false;
    event.preventDefault();
    this.choose(chosen);
    return true;
  }
}
