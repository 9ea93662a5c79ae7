/**
 * Does something when the page has nothing more urgent to do.
 * @param patience the longest that it is put off, in milliseconds
 * @see https://w3c.github.io/requestidlecallback/
 */
export function whenIdle(work: () => void, patience: number): void {
  if ('requestIdleCallback' in window) window.requestIdleCallback(work, { timeout: patience });
  else setTimeout(work, patience / 10);
}
