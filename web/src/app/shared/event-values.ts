/**
 * What the control holds from which an event comes.
 * @throws TypeError when the event comes from something else
 */
export function valueFrom({ target }: Event): string {
  if (
    target instanceof HTMLInputElement ||
    target instanceof HTMLSelectElement ||
    target instanceof HTMLTextAreaElement
  )
    return target.value;
  throw new TypeError('The event does not come from a control with a value.');
}

/**
 * Whether the box is ticked from which an event comes.
 * @throws TypeError when the event comes from something else
 */
export function checkedFrom({ target }: Event): boolean {
  if (target instanceof HTMLInputElement) return target.checked;
  throw new TypeError('The event does not come from a box to tick.');
}
