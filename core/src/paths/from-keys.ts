import { say } from '../locale/say';
import { nearestOf } from '../values/nearest';
import type { CompiledField } from '../model/compiled';
import { STEP_LIMIT, type Path, type Step } from './path';
import { propertiesFor } from './properties';
import { keysOn, type PathContext, type Standing } from './standing';
import { takeStep } from './steps';
import { backwardKey, backwardsTo } from './steps/backwards';
import { entriesNamed } from './steps/entries';
import { treeSteps } from './steps/tree';

/** The most characters that name a path: each beginning of its keys is looked at, so that the time grows with their square. */
const KEYS_LIMIT = 500;

/** Why keys name no path: what would be one. */
export interface KeysProblem {
  readonly problem: string;
}

/** The field that some keys lead to, on the first type that has one. */
function fieldAt(keys: string, at: Standing, { audience }: PathContext): CompiledField | undefined {
  for (const type of at.types) {
    const field = keysOn(type, audience).get(keys);
    if (field) return field;
  }
  return undefined;
}

/** The step that the first of some keys name, and how many keys it takes; the longest way into groups and rows. */
function firstStep(
  keys: readonly string[],
  at: Standing,
  context: PathContext,
): { readonly step: Step; readonly taken: number } | KeysProblem {
  const [first = ''] = keys;
  if (propertiesFor(at.kind, context.audience, context).has(first))
    return { step: { kind: 'property', property: first }, taken: 1 };
  for (let taken = keys.length; taken > 0; taken -= 1) {
    const field = fieldAt(keys.slice(0, taken).join('.'), at, context);
    if (field) return { step: { kind: 'field', field: field.id }, taken };
  }
  const inTree = at.kind === 'term' ? treeSteps.get(first) : undefined;
  if (inTree) return { step: inTree, taken: 1 };
  const backwards = backwardsTo(at, context);
  const back = backwards.find((each) => backwardKey(each) === first);
  if (back) {
    const { field, type } = back;
    return { step: { kind: 'backwards', type: type.contentType.id, field: field.id }, taken: 1 };
  }
  const listed = entriesNamed(first, context);
  if (listed && context.presented === true) return { step: listed, taken: 1 };
  const known = [
    ...propertiesFor(at.kind, context.audience, context).keys(),
    ...at.types.flatMap((type) => [...keysOn(type, context.audience).keys()]),
    ...backwards.map(backwardKey),
    ...(at.kind === 'term' ? treeSteps.keys() : []),
  ];
  const nearest = nearestOf(first, known);
  const hint = nearest ? say` Did you mean “${nearest}”?` : '';
  return { problem: say`There is no field “${first.slice(0, 60)}”.${hint}` };
}

/**
 * Reads a path from the keys that programs write.
 * @param text keys with dots between, such as `wardens.languages` or `area.ancestor_or_self`
 * @returns the path by permanent ids, or what is wrong with the keys
 * @example pathFromKeys('altitude', { kind: 'entry', types: [hut] }, context) // => [{ kind: 'field', field: 'f_altitude' }]
 */
export function pathFromKeys(text: string, from: Standing, context: PathContext): Path | KeysProblem {
  if (text.length > KEYS_LIMIT) return { problem: say`A path is named by ${KEYS_LIMIT} characters at most.` };
  const steps: Step[] = [];
  let at = from;
  let keys: readonly string[] = text.split('.');
  while (keys.length > 0) {
    if (steps.length === STEP_LIMIT) return { problem: say`A path has ${STEP_LIMIT} steps at most.` };
    const found = firstStep(keys, at, context);
    if ('problem' in found) return found;
    keys = keys.slice(found.taken);
    steps.push(found.step);
    const taken = takeStep(found.step, at, keys.length === 0, context);
    if (taken.kind === 'refused') return { problem: taken.problem };
    if (taken.kind === 'hop') at = taken.hop.to;
  }
  return steps;
}
