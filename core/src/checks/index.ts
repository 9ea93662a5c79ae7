import type { CompiledModel } from '../model/compiled';
import { addressReserved } from './address-reserved';
import { addressTaken } from './address-taken';
import type { Check, CheckFinding } from './check';
import { choicesMissing } from './choices-missing';
import { conditionAlwaysHolds } from './condition-always-holds';
import { conditionChoiceGone } from './condition-choice-gone';
import { conditionCycle } from './condition-cycle';
import { conditionFieldGone } from './condition-field-gone';
import { conditionNeverHolds } from './condition-never-holds';
import { conditionOperator } from './condition-operator';
import { defaultInvalid } from './default-invalid';
import { expressionInvalid } from './expression-invalid';
import { fieldsMissing } from './fields-missing';
import { groupReachesNothing } from './group-reaches-nothing';
import { groupTemplateGone, groupTypeGone } from './group-type-gone';
import { headingOrder } from './heading-order';
import { keyInvalid } from './key-invalid';
import { keyTaken } from './key-taken';
import { mirrorOneSided } from './mirror-one-sided';
import { nestingTooDeep } from './nesting-too-deep';
import { patternInvalid } from './pattern-invalid';
import { referenceGone } from './reference-gone';
import { settingsInvalid } from './settings-invalid';
import { sharedSetCycle } from './shared-set-cycle';
import { shownNowhere } from './shown-nowhere';
import { checkSubject } from './subject';
import { templateBindingGone } from './template-binding-gone';
import { typeKeyTaken } from './type-key-taken';
import type { SavedTemplates } from '../uses/uses';

export type { CheckFinding, CheckFix, CheckTarget } from './check';

/** Every check: what keeps the model from being saved first, then where values get lost, then what is unfinished. */
export const checks: readonly Check[] = [
  keyInvalid,
  keyTaken,
  typeKeyTaken,
  addressTaken,
  addressReserved,
  patternInvalid,
  settingsInvalid,
  conditionCycle,
  sharedSetCycle,
  nestingTooDeep,
  groupReachesNothing,
  groupTypeGone,
  groupTemplateGone,
  conditionFieldGone,
  conditionOperator,
  conditionChoiceGone,
  conditionNeverHolds,
  conditionAlwaysHolds,
  defaultInvalid,
  choicesMissing,
  fieldsMissing,
  expressionInvalid,
  referenceGone,
  mirrorOneSided,
  templateBindingGone,
  headingOrder,
  shownNowhere,
];

const NO_TEMPLATES: SavedTemplates = new Map();

/**
 * Runs every check over a model and its templates.
 * @param templates saved templates by content type id
 * @returns the findings in the order of the checks; none for a healthy model
 * @example runChecks(compileModel(emptyModel)) // => []
 */
export function runChecks(
  model: CompiledModel,
  templates: SavedTemplates = NO_TEMPLATES,
): readonly CheckFinding[] {
  const subject = checkSubject(model, templates);
  return checks.flatMap((check) => [...check.run(subject)]);
}

/** The errors alone: only their checks are run, before each change is taken. */
function errorsOf(model: CompiledModel): readonly CheckFinding[] {
  const subject = checkSubject(model, NO_TEMPLATES);
  return checks.filter(({ severity }) => severity === 'error').flatMap((check) => [...check.run(subject)]);
}

/**
 * Lists the errors that a change would bring into a model.
 * @returns findings of severity error in the model after which were not there before
 */
export function newErrors(before: CompiledModel, after: CompiledModel): readonly CheckFinding[] {
  const known = new Set(
    errorsOf(before).map(({ code, target, message }) => `${code} ${target.id} ${message}`),
  );
  return errorsOf(after).filter(({ code, target, message }) => !known.has(`${code} ${target.id} ${message}`));
}
