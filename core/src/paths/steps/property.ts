import * as z from 'zod';
import { say } from '../../locale/say';
import { propertiesFor } from '../properties';
import { defineStep } from './step';

/** What everything of its kind has: a title, a label, a name. */
export const propertyStep = defineStep({
  schema: z.strictObject({ kind: z.literal('property'), property: z.string().max(40) }),
  take({ property }, at, last, context) {
    const plan = propertiesFor(at.kind, context.audience, context).get(property);
    if (!plan) return { kind: 'refused', problem: say`There is no property “${property}” here.` };
    if (!last) return { kind: 'refused', problem: say`Nothing comes after ${plan.label}.` };
    return { kind: 'end', end: { kind: 'property', property, plan }, types: at.types };
  },
  keys: ({ property }) => [property],
  labels: ({ property }, at, context) => [
    propertiesFor(at.kind, context.audience, context).get(property)?.label ?? property,
  ],
});
