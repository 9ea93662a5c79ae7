import { checkMessages, type CheckCode, type CheckParams } from '../messages/checks';
import type { CompiledModel } from '../model/compiled';
import type { ModelChange } from '../model/changes';
import type { TemplateContent } from '../templates/template';
import type { CheckSubject } from './subject';

/** An error keeps the model from being saved; a warning or a note is shown until it is gone. */
export type CheckSeverity = 'error' | 'warning' | 'note';

/** What a finding is about. */
export type CheckTarget =
  | { readonly kind: 'field' | 'group' | 'type' | 'taxonomy'; readonly id: string }
  | { readonly kind: 'template'; readonly id: string; readonly block: string | null };

/** What takes a finding away: changes of the model, or a template to save in place of the present one. */
export interface CheckFix {
  readonly label: string;
  readonly changes: readonly ModelChange[];
  readonly template?: { readonly id: string; readonly content: TemplateContent };
}

/** One finding about the model. */
export interface CheckFinding {
  readonly code: CheckCode;
  readonly severity: CheckSeverity;
  readonly message: string;
  readonly target: CheckTarget;
  readonly fix: CheckFix | null;
}

/** One check: a pure function over the model and its templates. */
export interface Check {
  readonly code: CheckCode;
  readonly severity: CheckSeverity;
  run(subject: CheckSubject): Iterable<CheckFinding>;
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
  run: (model: CompiledModel, report: Report<Code>, subject: CheckSubject) => Iterable<CheckFinding>,
): Check {
  const report: Report<Code> = (target, params, fix = null) => ({
    code,
    severity,
    message: checkMessages[code](params),
    target,
    fix,
  });
  return { code, severity, run: (subject) => run(subject.model, report, subject) };
}
