import type * as z from 'zod';

/** What is done to the texts of a column before they are taken as values. */
export interface TransformationMembers<Step> {
  /** The text afterwards. */
  apply(step: Step, text: string): string;
}

/** A kind of step with the shape of what it is said by. */
interface TransformationPlan<Schema extends z.ZodType> extends TransformationMembers<z.output<Schema>> {
  readonly schema: Schema;
}

/** Defines one kind of step. */
export const defineTransformation = <Schema extends z.ZodType>(
  plan: TransformationPlan<Schema>,
): TransformationPlan<Schema> => plan;
