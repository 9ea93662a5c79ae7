import * as z from 'zod';
import type { JsonObject } from '../../json';
import { jsonObjectShape } from '../../json-shape';
import { slug } from './slug';

/** A term with how many entries have it. */
export interface TermAnswer {
  readonly id: string;
  readonly taxonomy: string;
  readonly parent: string | null;
  readonly slug: string;
  readonly label: string;
  readonly position: number;
  readonly version: number;
  readonly entries: number;
  readonly values: JsonObject;
}
export const termsQuerySchema = z.object({ taxonomy: z.string().max(60).optional() });
export type TermsQuery = z.output<typeof termsQuerySchema>;
const termLabel = z.string().trim().min(1, { message: 'A term needs a label.' }).max(200);
const termParent = z.string().max(60).nullable();
export const termCreateSchema = z.strictObject({
  taxonomy: z.string().max(60),
  label: termLabel,
  slug: slug.optional(),
  parent: termParent.default(null),
});
export const termSaveSchema = z.strictObject({
  version: z.int().min(1),
  label: termLabel,
  slug,
  values: jsonObjectShape,
});
export type TermCreate = z.input<typeof termCreateSchema>;
/** A new place of a term: below another one, and before which sibling; at the end where that is null. */
export const termMoveSchema = z.strictObject({ parent: termParent, before: termParent });
export const termMergeSchema = z.strictObject({ into: z.string().max(60) });
export type TermMove = z.infer<typeof termMoveSchema>;
export type TermMerge = z.infer<typeof termMergeSchema>;
export type TermSave = z.infer<typeof termSaveSchema>;
