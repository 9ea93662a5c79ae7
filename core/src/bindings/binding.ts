import * as z from 'zod';

/**
 * Where a property of a block takes its value from.
 *
 * The path is a field's permanent id, or the name of a property every entry has. With the source `row` it is seen from
 * the row the block repeats over.
 */
export const bindingSchema = z.strictObject({
  source: z.enum(['entry', 'row']),
  path: z.string().min(1).max(60),
  format: z.string().max(60).nullable().default(null),
  fallback: z.string().max(500).default(''),
});
export type Binding = Readonly<z.infer<typeof bindingSchema>>;
