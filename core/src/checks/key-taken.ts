import { say } from '../locale/say';
import type { CompiledField } from '../model/compiled';
import type { Field } from '../model/document';
import { allFields } from '../model/tree';
import { defineCheck, type CheckFinding, type Report } from './check';

function* siblings(
  fields: readonly (Field | CompiledField)[],
  where: string,
  report: Report<'key_taken'>,
): Iterable<CheckFinding> {
  const owners = new Map<string, string>();
  for (const { id, key, label } of fields) {
    const other = owners.get(key);
    if (other !== undefined) yield report({ kind: 'field', id }, { key, label, other, where });
    else owners.set(key, label);
  }
}

/** Keys used twice among siblings: in one group, in one repeater, or by two groups that meet on a type. */
export const keyTaken = defineCheck('key_taken', 'error', function* (model, report) {
  const told = new Set<string>();
  const once = function* (findings: Iterable<CheckFinding>): Iterable<CheckFinding> {
    for (const finding of findings) {
      if (told.has(finding.target.id)) continue;
      told.add(finding.target.id);
      yield finding;
    }
  };
  for (const group of model.document.groups) {
    yield* once(siblings(group.fields, say`in the same group`, report));
    for (const parent of allFields(group)) {
      if (parent.fields.length > 0)
        yield* once(siblings(parent.fields, say`in the rows of “${parent.label}”`, report));
    }
  }
  for (const { contentType, fields } of model.types) {
    yield* once(siblings(fields, say`on the type “${contentType.singular}”`, report));
  }
});
