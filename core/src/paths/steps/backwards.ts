import * as z from 'zod';
import { say } from '../../locale/say';
import { relation } from '../../fields/relation/relation';
import { settingsOf } from '../../fields/settings-of';
import type { CompiledField, CompiledType } from '../../model/compiled';
import { metOn, type PathContext, type Standing } from '../standing';
import { defineStep } from './step';

/** A relation by which entries of a type refer to where one stands. */
export interface Backward {
  readonly type: CompiledType;
  readonly field: CompiledField;
}

const namesOneOf = (field: CompiledField, at: Standing): boolean => {
  const types = settingsOf(relation, field.field)?.types ?? [];
  return types.length === 0 || at.types.some(({ contentType }) => types.includes(contentType.id));
};

/** Lists the relations that lead to where one stands, type by type. */
export function backwardsTo(at: Standing, { model, audience }: PathContext): readonly Backward[] {
  if (at.kind !== 'entry') return [];
  return model.types.flatMap((type) =>
    [...metOn(type, audience).values()]
      .filter(({ field }) => field.type.refersTo === 'entry' && namesOneOf(field, at))
      .map(({ field }) => ({ type, field })),
  );
}

/** The key of a way back, such as `routes_by_hut`. */
export const backwardKey = ({ type, field }: Backward): string =>
  `${type.contentType.pluralKey}_by_${field.key}`;

const chosen = (
  { field, type }: { readonly field: string; readonly type: string },
  at: Standing,
  context: PathContext,
): Backward | undefined => {
  const from = at.kind === 'entry' ? context.model.typeById.get(type) : undefined;
  const met = from && metOn(from, context.audience).get(field);
  if (!met || met.field.type.refersTo !== 'entry' || !namesOneOf(met.field, at)) return undefined;
  return { type: from, field: met.field };
};

/** Back along a relation: the entries of a type that refer to where one stands, whether a mirror shows them or not. */
export const backwardsStep = defineStep({
  schema: z.strictObject({
    kind: z.literal('backwards'),
    type: z.string().max(60),
    field: z.string().max(120),
  }),
  take(step, at, _last, context) {
    const way = chosen(step, at, context);
    if (!way) return { kind: 'refused', problem: say`No such relation leads here.` };
    const to: Standing = { kind: 'entry', types: [way.type] };
    return {
      kind: 'hop',
      hop: { kind: 'backwards', field: way.field.id, to, many: true, rows: [], list: true },
    };
  },
  keys(step, at, context) {
    const way = chosen(step, at, context);
    return [way ? backwardKey(way) : step.field];
  },
  labels(step, at, context) {
    const way = chosen(step, at, context);
    return [way ? say`${way.type.contentType.plural} by their ${way.field.label}` : say`a removed field`];
  },
});
