import { checkMessages, type CheckCode, type CheckParams } from '../messages/checks';
import type { CompiledModel } from '../model/compiled';
import type { ModelChange } from '../model/changes';

/** An error keeps the model from being saved; a warning is shown until it is gone. */
export type CheckSeverity = 'error' | 'warning';

/** What a finding is about. */
export interface CheckTarget {
  readonly kind: 'field' | 'group' | 'type';
  readonly id: string;
}

/** One finding about the model. */
export interface CheckFinding {
  readonly code: CheckCode;
  readonly severity: CheckSeverity;
  readonly message: string;
  readonly target: CheckTarget;
  readonly fix: { readonly label: string; readonly changes: readonly ModelChange[] } | null;
}

/** One check: a pure function over the compiled model. */
export interface Check {
  readonly code: CheckCode;
  readonly severity: CheckSeverity;
  run(model: CompiledModel): Iterable<CheckFinding>;
}

/** Makes a finding of a check. */
export type Report<Code extends CheckCode> = (
  target: CheckTarget,
  params: CheckParams[Code],
  fix?: CheckFinding['fix'],
) => CheckFinding;

/**
 * Declares a check.
 * @param code its code, which names its message too
 * @param run walks over the model and yields what `report` makes
 */
export function defineCheck<Code extends CheckCode>(
  code: Code,
  severity: CheckSeverity,
  run: (model: CompiledModel, report: Report<Code>) => Iterable<CheckFinding>,
): Check {
  const report: Report<Code> = (target, params, fix = null) => ({
    code,
    severity,
    message: checkMessages[code](params),
    target,
    fix,
  });
  return { code, severity, run: (model) => run(model, report) };
}
