import type { CompiledModel } from '../model/compiled';
import { addressTaken } from './address-taken';
import type { Check, CheckFinding } from './check';
import { choicesMissing } from './choices-missing';
import { conditionChoiceGone } from './condition-choice-gone';
import { conditionCycle } from './condition-cycle';
import { conditionFieldGone } from './condition-field-gone';
import { conditionOperator } from './condition-operator';
import { defaultInvalid } from './default-invalid';
import { groupReachesNothing } from './group-reaches-nothing';
import { groupTypeGone } from './group-type-gone';
import { keyInvalid } from './key-invalid';
import { keyTaken } from './key-taken';
import { repeaterWithoutFields } from './repeater-without-fields';
import { typeKeyTaken } from './type-key-taken';

export type { CheckFinding, CheckTarget } from './check';

/** Every check: what keeps the model from being saved first, then where values get lost, then what is unfinished. */
export const checks: readonly Check[] = [
  keyInvalid,
  keyTaken,
  typeKeyTaken,
  addressTaken,
  conditionCycle,
  groupReachesNothing,
  groupTypeGone,
  conditionFieldGone,
  conditionOperator,
  conditionChoiceGone,
  defaultInvalid,
  choicesMissing,
  repeaterWithoutFields,
];

/**
 * Runs every check over a model.
 * @returns the findings in the order of the checks; none for a healthy model
 * @example runChecks(compileModel(emptyModel)) // => []
 */
export function runChecks(model: CompiledModel): readonly CheckFinding[] {
  return checks.flatMap((check) => [...check.run(model)]);
}

/**
 * Lists the errors that a change would bring into a model.
 * @returns findings of severity error in the model after which were not there before
 */
export function newErrors(before: CompiledModel, after: CompiledModel): readonly CheckFinding[] {
  const errorsOf = (model: CompiledModel): readonly CheckFinding[] =>
    runChecks(model).filter(({ severity }) => severity === 'error');
  const known = new Set(
    errorsOf(before).map(({ code, target, message }) => `${code} ${target.id} ${message}`),
  );
  return errorsOf(after).filter(({ code, target, message }) => !known.has(`${code} ${target.id} ${message}`));
}
