import { comparisonsOf, type Condition } from '../conditions/condition';
import { isPattern } from '../patterns/engine';
import { defineCheck } from './check';

/** The patterns that a condition compares with. */
export const patternsIn = (condition: Condition | null): readonly string[] =>
  comparisonsOf(condition).flatMap(({ operator, value }) =>
    operator === 'matches' && typeof value === 'string' ? [value] : [],
  );

/** Patterns that cannot be read: values would be refused, and conditions never hold, without anybody knowing why. */
export const patternInvalid = defineCheck('pattern_invalid', 'error', function* (model, report) {
  for (const { id, label, field, behaviour } of model.fields.values()) {
    const own = behaviour.limits.pattern;
    const patterns = [...(own === null ? [] : [own]), ...patternsIn(field.shownWhen)];
    for (const pattern of patterns.filter((each) => !isPattern(each)))
      yield report({ kind: 'field', id }, { label, pattern });
  }
  for (const { id, label, appearsOn } of model.groups.values()) {
    for (const pattern of patternsIn(appearsOn).filter((each) => !isPattern(each)))
      yield report({ kind: 'group', id }, { label, pattern });
  }
});
