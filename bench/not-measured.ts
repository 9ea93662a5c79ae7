/** Bounds that Tovlet sets itself and that nothing here measures yet: what they are about, and the bound. */
export const NOT_MEASURED: readonly (readonly [string, string])[] = [
  ['the slowest read beside a runaway template, expression, pattern or query', 'under 250 ms'],
];
