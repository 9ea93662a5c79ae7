/** Bounds that Tovlet sets itself and that nothing here measures yet: what they are about, and the bound. */
export const NOT_MEASURED: readonly (readonly [string, string])[] = [
  ['GraphQL with relations two deep, against REST with the same content', 'at most 1.5×'],
  ['bringing content in, against the same rows by plain SQL', 'at most 3×'],
  ['a type change rehearsed on 100 000 values', 'under 5 s'],
  ['REST, 25 full entries and a single one, 20 connections, against a handler by hand', 'at most 0.7×'],
  ['a 304, against the answer it saves', 'at most 0.1×'],
  ['a cached public page, against a constant of the same size', 'at least 0.7×'],
  ['the slowest read beside a runaway template, expression, pattern or query', 'under 250 ms'],
];
