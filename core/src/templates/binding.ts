import * as z from 'zod';
import { PATH_TEXT_LIMIT } from '../paths/text';

/**
 * Where a property of a block takes its value from.
 *
 * The path is written as `paths/text.ts` does: a field's permanent id, the name of a property, or a way over what they refer
 * to. With the source `row` it is seen from what the block repeats over, `up` further lists out.
 */
export const bindingSchema = z.strictObject({
  source: z.enum(['entry', 'row']),
  up: z.number().int().min(0).max(8).optional(),
  path: z.string().min(1).max(PATH_TEXT_LIMIT),
  format: z.string().max(60).nullable().default(null),
  fallback: z.string().max(500).default(''),
  /** Words before and after the value; they stand where the value does, and nowhere else. */
  prefix: z.string().max(200).optional(),
  suffix: z.string().max(200).optional(),
});
export type Binding = Readonly<z.infer<typeof bindingSchema>>;

/** The place that a binding points to. */
export type BindingPlace = Pick<Binding, 'source' | 'up' | 'path'>;
