import { say } from '@tovlet/core/locale/say';
import { computed, Injectable } from '@angular/core';
import { isBoolean, remembered } from '../shared/remembered';

/** What a single key does, and the key that does it until somebody chooses another. */
const defaults = {
  go: { key: 'g', does: say`Begins going to an area` },
  outline: { key: '[', does: say`Outline on or off` },
  inspector: { key: ']', does: say`Inspector on or off` },
  keys: { key: '?', does: say`These keys` },
} as const;

export type Shortcut = keyof typeof defaults;
type Chosen = Readonly<Partial<Record<Shortcut, string>>>;

const shortcuts: readonly Shortcut[] = ['go', 'outline', 'inspector', 'keys'];

const isChosen = (value: unknown): value is Chosen =>
  typeof value === 'object' && value !== null && Object.values(value).every((key) => typeof key === 'string');

/**
 * The single keys that do something everywhere: they can be switched off, and each can be another key.
 * @see https://www.w3.org/TR/WCAG22/#character-key-shortcuts
 */
@Injectable({ providedIn: 'root' })
export class Shortcuts {
  /** Whether single keys do anything at all. */
  readonly on = remembered('shortcuts.on', true, isBoolean);
  private readonly chosen = remembered<Chosen>('shortcuts.keys', {}, isChosen);
  /** Each with its key and what it does. */
  readonly list = computed(() =>
    shortcuts.map((shortcut) => ({ shortcut, ...defaults[shortcut], key: this.keyOf(shortcut) })),
  );

  /** The key that does something. */
  keyOf(shortcut: Shortcut): string {
    return this.chosen()[shortcut] ?? defaults[shortcut].key;
  }

  /** What a key does; null where it does nothing, or keys are switched off. */
  of(key: string): Shortcut | null {
    if (!this.on()) return null;
    return shortcuts.find((shortcut) => this.keyOf(shortcut) === key) ?? null;
  }

  /**
   * Chooses another key.
   * @returns why it cannot be that one, as a sentence; null where it is taken
   */
  choose(shortcut: Shortcut, key: string): string | null {
    if ([...key].length !== 1 || key.trim() === '') return say`A shortcut is one key that writes something.`;
    const owner = shortcuts.find((other) => other !== shortcut && this.keyOf(other) === key);
    if (owner) return say`“${key}” does something else: ${defaults[owner].does}.`;
    this.chosen.update((chosen) => ({ ...chosen, [shortcut]: key }));
    return null;
  }

  /** Goes back to the keys of the beginning. */
  reset(): void {
    this.chosen.set({});
  }
}
