import type * as z from 'zod';
import type { TableColumn } from '../../model/indexed';
import type { CompiledField } from '../../model/compiled';
import type { PropertyPlan } from '../properties';
import type { PathContext, Standing } from '../standing';

/** A step from one thing to others. */
export interface Hop {
  readonly kind: 'forward' | 'backwards' | 'ancestor_or_self' | 'parent' | 'children' | 'entries';
  /** The field whose references are followed; null where there is none. */
  readonly field: string | null;
  readonly to: Standing;
  /** Whether it may lead to several. */
  readonly many: boolean;
  /** The lists of rows that the field stands in, the outermost first. */
  readonly rows: readonly string[];
  /** Whether it may lead to several from one row. */
  readonly list: boolean;
}

/** The value at the end of a path. */
export type End =
  | {
      readonly kind: 'field';
      readonly field: CompiledField;
      /** The column it has in the index tables; null where it has none. */
      readonly column: TableColumn | null;
      readonly inRows: boolean;
      /** The lists of rows that it stands in, the outermost first. */
      readonly rows: readonly string[];
      /** Where it refers to entries and not all may be read: the types of those that may. */
      readonly among: readonly string[] | null;
    }
  | { readonly kind: 'property'; readonly property: string; readonly plan: PropertyPlan };

/** What a step comes to. */
export type Taken =
  | { readonly kind: 'hop'; readonly hop: Hop }
  | { readonly kind: 'end'; readonly end: End; readonly types: Standing['types'] }
  | { readonly kind: 'refused'; readonly problem: string };

/** What one kind of step does. */
export interface StepMembers<Step> {
  /**
   * Takes the step.
   * @param last whether no step follows, so that a reference is a value and no way on
   */
  take(step: Step, at: Standing, last: boolean, context: PathContext): Taken;
  /** The keys that write it, seen from where one stands. */
  keys(step: Step, at: Standing, context: PathContext): readonly string[];
  /** The words that name it. */
  labels(step: Step, at: Standing, context: PathContext): readonly string[];
}

/** One kind of step: what it is in a path, where it leads, and what it is called. */
export interface StepKind<Schema extends z.ZodType> extends StepMembers<z.output<Schema>> {
  readonly schema: Schema;
}

/** Declares a kind of step. @returns the same, its schema kept as a type */
export const defineStep = <Schema extends z.ZodType>(step: StepKind<Schema>): StepKind<Schema> => step;
