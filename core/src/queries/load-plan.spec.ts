import fc from 'fast-check';
import { PROGRAMS } from '../access/audience';
import { typeOf } from '../testing/model';
import { relatedModel } from '../testing/related-model';
import type { Path } from '../paths/path';
import { pathFromText } from '../paths/text';
import { mergedPlans, planFor, type LoadPlan } from './load-plan';

const from = { kind: 'entry', types: [typeOf(relatedModel)] } as const;
const context = { model: relatedModel, audience: PROGRAMS, presented: true };
const NAMED = [
  'title',
  'f_altitude',
  'f_amount',
  'f_who/name',
  'f_story/title',
  'f_story/f_lead',
  'f_story/f_huts/f_altitude',
  'f_story/f_huts/f_who/id',
  'f_y_area/label',
  'f_y_area/^/label',
  '<t_post.f_huts/f_lead',
  '<t_post.f_huts/f_huts/f_rooms',
];
const paths = fc.subarray(NAMED).map((texts) => texts.flatMap((text): Path[] => [pathFromText(text) ?? []]));

/** A plan as it can be compared, whatever order it was made in. */
const plain = ({ whole, fields, ways }: LoadPlan): unknown => ({
  whole,
  fields: fields && [...fields].sort(),
  ways: Object.fromEntries(
    [...ways]
      .sort(([one], [other]) => (one < other ? -1 : 1))
      .map(([step, { key, plan }]) => [step, { key, plan: plain(plan) }]),
  ),
});

describe('plans that are merged', () => {
  it('read what each of them reads, and nothing else', () => {
    fc.assert(
      fc.property(paths, paths, fc.boolean(), (some, others, included) => {
        const plan = (wanted: readonly Path[]): LoadPlan =>
          planFor(
            { paths: wanted, scopes: [], own: included ? null : new Set(['f_altitude']) },
            from,
            context,
          );
        const merged = mergedPlans(plan(some), plan(others));
        expect(plain(merged)).toEqual(plain(plan([...some, ...others])));
      }),
    );
  });

  it('read all fields where one of them does', () => {
    const whole = planFor(
      { paths: [], scopes: [], included: [pathFromText('f_story') ?? []] },
      from,
      context,
    );
    const part = planFor({ paths: [pathFromText('f_story/f_lead') ?? []], scopes: [] }, from, context);
    for (const merged of [mergedPlans(whole, part), mergedPlans(part, whole)])
      expect(merged.ways.get('f_story')?.plan.fields).toBeNull();
  });
});
