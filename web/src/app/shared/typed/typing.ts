import { signal } from '@angular/core';
import type { JsonValue } from '@tovlet/core/json';

/**
 * What is being typed into a box, which may differ from the value it stands for, as “2.” does. It shows as long as the value
 * is the one it came to: when the value changes otherwise, as by undo, the value shows.
 */
export class Typing {
  private readonly last = signal<{ readonly text: string; readonly value: JsonValue } | null>(null);

  /** Something was typed. @param value what it came to */
  note(text: string, value: JsonValue): void {
    this.last.set({ text, value });
  }

  /** What was typed for a value; null where the value shows as it is written. */
  textFor(value: JsonValue): string | null {
    const last = this.last();
    return last?.value === value ? last.text : null;
  }

  /** The box was left: the value shows as it is written. */
  end(): void {
    this.last.set(null);
  }
}
