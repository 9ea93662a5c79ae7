/**
 * Answers the properties of an object that a patch names: what undoes the patch.
 * @example pickSame({ a: 1, b: 2 }, { a: 5 }) // => { a: 1 }
 */
export function pickSame<Whole extends object>(whole: Whole, patch: object): Partial<Whole> {
  const named = Object.entries(whole).filter(([key]) => key in patch);
  return Object.fromEntries(named) as Partial<Whole>;
}
