import { effect, signal, type WritableSignal } from '@angular/core';

function read<Value>(key: string, fallback: Value, fits: (value: unknown) => value is Value): Value {
  try {
    const stored: unknown = JSON.parse(localStorage.getItem(key) ?? 'null');
    return fits(stored) ? stored : fallback;
  } catch {
    // Storage is off or holds something else: start from the fallback.
    return fallback;
  }
}

/**
 * Makes a signal whose value this browser remembers. To be called where effects may be made.
 * @param fits tells a stored value that still can be used
 */
export function remembered<Value>(
  key: string,
  fallback: Value,
  fits: (value: unknown) => value is Value,
): WritableSignal<Value> {
  const value = signal(read(`tovlet.${key}`, fallback, fits));
  effect(() => {
    const text = JSON.stringify(value());
    try {
      localStorage.setItem(`tovlet.${key}`, text);
    } catch {
      // Without storage the value lasts as long as the page.
    }
  });
  return value;
}

/** Whether what was remembered is on or off. */
export const isBoolean = (value: unknown): value is boolean => typeof value === 'boolean';
/** Whether what was remembered is a number. */
export const isNumber = (value: unknown): value is number => typeof value === 'number';

/** Makes a test for values out of a few known ones. */
export function isOneOf<Value extends string>(values: readonly Value[]): (value: unknown) => value is Value {
  return (value): value is Value => values.some((each) => each === value);
}

/** Makes a test for lists of a few known values. */
export function isListOf<Value extends string>(
  values: readonly Value[],
): (value: unknown) => value is readonly Value[] {
  return (value): value is readonly Value[] => Array.isArray(value) && value.every(isOneOf(values));
}
