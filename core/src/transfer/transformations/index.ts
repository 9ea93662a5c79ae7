import * as z from 'zod';
import { letters } from './letters';
import { part } from './part';
import { replace } from './replace';
import { surround } from './surround';
import type { TransformationMembers } from './transformation';

/** All steps that the texts of a column can be put through. Each is a file. */
const transformations = { replace, part, letters, surround } as const;

export const transformationSchema = z.discriminatedUnion('kind', [
  replace.schema,
  part.schema,
  letters.schema,
  surround.schema,
]);
export type Transformation = z.output<typeof transformationSchema>;
export type TransformationKind = Transformation['kind'];

type StepOf<Kind extends TransformationKind> = Extract<Transformation, { readonly kind: Kind }>;

function membersOf<Kind extends TransformationKind>({
  kind,
}: StepOf<Kind>): TransformationMembers<StepOf<Kind>> {
  const members: { readonly [Each in TransformationKind]: TransformationMembers<StepOf<Each>> } =
    transformations;
  return members[kind];
}

/**
 * Puts a text through steps, one behind the other.
 * @example transformed([{ kind: 'part', separator: ',', at: 1 }], 'Larch, Stone') // => 'Larch'
 */
export const transformed = (steps: readonly Transformation[], text: string): string =>
  steps.reduce((before, step) => membersOf(step).apply(step, before), text);
