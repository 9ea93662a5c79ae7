import type { Scope } from '../evaluation/scope';
import type { EntryIssue, IssuePath, ValueIssue } from '../issues/issue';
import type { CompiledField, CompiledType } from '../model/compiled';
import { lookAnew, type OwnIssues } from './known-issues';
import { shapeOf } from './shape-of';

/** Whether an entry may still be incomplete (a draft), or must be ready for visitors. */
export type Completeness = 'draft' | 'published';

const REQUIRED: ValueIssue = { code: 'required', params: {} };
const NO_SHAPE: ValueIssue = { code: 'no_shape', params: {} };

/** One look through an entry. */
interface Look {
  readonly completeness: Completeness;
  readonly ownIssues: OwnIssues;
  /** What was found, in the order of the form. */
  readonly issues: EntryIssue[];
}

function minimumRows(field: CompiledField, rows: number): ValueIssue | null {
  const limit = field.behaviour.limits.minRows;
  if (limit === null || rows >= limit) return null;
  return { code: 'too_few_rows', params: { limit, rows } };
}

function absenceIssue(field: CompiledField, scope: Scope): ValueIssue | null {
  if (field.field.required) return REQUIRED;
  return minimumRows(field, scope.rows(field.id).length);
}

/** Collects the issues of one field in one scope, its rows included. */
function validateField(field: CompiledField, scope: Scope, path: IssuePath, look: Look): void {
  if (scope.isHidden(field.id)) return;
  const value = scope.values[field.id];
  const { holds } = field.type;
  if (holds === 'one' || holds === 'shape') return validateSet(field, scope, path, look);
  if (value === undefined || field.behaviour.isEmpty(value)) {
    const missing = look.completeness === 'published' ? absenceIssue(field, scope) : null;
    if (missing) look.issues.push({ issue: missing, path: [...path, field.id], label: field.label });
    return;
  }
  for (const issue of look.ownIssues(field, scope.values, value))
    look.issues.push({ issue, path: [...path, field.id], label: field.label });
  if (field.type.rows) validateRows(field, scope, path, look);
}

/** A required group has at least one value; what its values need is asked of each of them. */
function validateSet(field: CompiledField, scope: Scope, path: IssuePath, look: Look): void {
  const value = scope.values[field.id];
  const place = [...path, field.id];
  if (value !== undefined && value !== null && !field.behaviour.accepts(value)) {
    for (const issue of field.behaviour.validate(value))
      look.issues.push({ issue, path: place, label: field.label });
    return;
  }
  if (field.field.required && look.completeness === 'published' && field.behaviour.isEmpty(value)) {
    look.issues.push({ issue: REQUIRED, path: place, label: field.label });
    return;
  }
  for (const inner of scope.rows(field.id)) {
    for (const child of field.children) validateField(child, inner, place, look);
  }
}

function validateRows(field: CompiledField, scope: Scope, path: IssuePath, look: Look): void {
  const { issues } = look;
  const rows = scope.rows(field.id);
  const few = look.completeness === 'published' ? minimumRows(field, rows.length) : null;
  if (few) issues.push({ issue: few, path: [...path, field.id], label: field.label });
  for (let index = 0; index < rows.length; index += 1) {
    const row = rows[index];
    if (!row) continue;
    if (field.type.holds === 'shapes' && !shapeOf(field, row.values)) {
      issues.push({ issue: NO_SHAPE, path: [...path, field.id, index], label: field.label });
    }
    for (const child of field.children) {
      // The path is built only where there is something to report: most rows are right.
      const before = issues.length;
      validateField(child, row, [], look);
      for (let at = before; at < issues.length; at += 1) {
        const issue = issues[at];
        if (issue) issues[at] = { ...issue, path: [...path, field.id, index, ...issue.path] };
      }
    }
  }
}

/**
 * Validates the visible values of an entry.
 * @param entry the entry's scope from resolveVisibility
 * @param completeness a draft may lack required values and rows; a published entry may not
 * @param ownIssues what tells what is wrong with a value by itself; a form gives one that remembers
 * @returns every issue with its place, in the order of the form; none when all is well
 */
export function validateEntry(
  type: CompiledType,
  entry: Scope,
  completeness: Completeness,
  ownIssues: OwnIssues = lookAnew,
): readonly EntryIssue[] {
  const issues: EntryIssue[] = [];
  const look: Look = { completeness, ownIssues, issues };
  for (const field of type.fields) validateField(field, entry, [], look);
  return issues;
}
