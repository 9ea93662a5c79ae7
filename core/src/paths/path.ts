import * as z from 'zod';
import { ancestorOrSelfStep } from './steps/ancestor-or-self';
import { backwardsStep } from './steps/backwards';
import { childrenStep } from './steps/children';
import { entriesStep } from './steps/entries';
import { fieldStep } from './steps/field';
import { parentStep } from './steps/parent';
import { propertyStep } from './steps/property';

/** The most steps of a path, and the most of them that lead from one thing to another. */
export const STEP_LIMIT = 8;
export const HOP_LIMIT = 6;

/** One step of a path. Each kind is a file in `steps/`. */
export const stepSchema = z.discriminatedUnion('kind', [
  fieldStep.schema,
  propertyStep.schema,
  backwardsStep.schema,
  ancestorOrSelfStep.schema,
  parentStep.schema,
  childrenStep.schema,
  entriesStep.schema,
]);
export type Step = Readonly<z.infer<typeof stepSchema>>;

/**
 * The way from an entry to values: through groups, rows, relations and terms, by permanent ids.
 * @example [{ kind: 'field', field: 'f_wardens' }, { kind: 'field', field: 'f_languages' }]
 */
export const pathSchema = z.array(stepSchema).min(1).max(STEP_LIMIT).readonly();
export type Path = readonly Step[];
