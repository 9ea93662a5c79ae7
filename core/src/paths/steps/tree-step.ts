import * as z from 'zod';
import { say } from '../../locale/say';
import type { PathContext } from '../standing';
import { defineStep, type StepKind } from './step';

/**
 * Declares a step from a term to others of its tree. It is written by its kind.
 * @param many whether it may lead to several
 * @param label what it is called
 */
export const treeStep = <Kind extends 'ancestor_or_self' | 'parent' | 'children'>(
  kind: Kind,
  many: boolean,
  label: (context: PathContext) => string,
): StepKind<z.ZodObject<{ kind: z.ZodLiteral<Kind> }, z.core.$strict>> =>
  defineStep({
    schema: z.strictObject({ kind: z.literal(kind) }),
    take: (_step, at) =>
      at.kind === 'term'
        ? { kind: 'hop', hop: { kind, field: null, to: at, many, rows: [], list: many } }
        : { kind: 'refused', problem: say`Only terms stand below others.` },
    keys: () => [kind],
    labels: (_step, _at, context) => [label(context)],
  });
