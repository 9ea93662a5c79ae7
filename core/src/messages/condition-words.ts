import {
  isConditionList,
  type Comparison,
  type Condition,
  type EntryProperty,
} from '../conditions/condition';
import { choicesOf, labelOfChoice } from '../fields/choices';
import { operatorOf } from '../conditions/operators';
import { isJsonList, type JsonValue } from '../json';
import type { CompiledModel } from '../model/compiled';

const PROPERTY_WORDS: Readonly<Record<EntryProperty, string>> = {
  type: 'type',
  status: 'status',
  entry: 'entry',
};

/** How the title of an entry is found, for rules about specific entries. */
export type EntryTitles = (id: string) => string | undefined;

function valueWords(value: JsonValue | undefined, nameOf: (value: JsonValue) => string): string {
  if (value === undefined || value === null) return '…';
  return isJsonList(value) ? value.map(nameOf).join(' or ') : nameOf(value);
}

function comparisonWords(comparison: Comparison, model: CompiledModel, titles: EntryTitles): string {
  const operator = operatorOf(comparison.operator);
  if (comparison.kind === 'property') {
    const nameOf = (value: JsonValue): string => {
      if (comparison.property === 'type')
        return model.typeById.get(String(value))?.contentType.singular ?? 'a removed type';
      return comparison.property === 'entry' ? `“${titles(String(value)) ?? String(value)}”` : String(value);
    };
    return `${PROPERTY_WORDS[comparison.property]} ${operator.words} ${valueWords(comparison.value, nameOf)}`;
  }
  const field = model.fields.get(comparison.field);
  const subject = field?.label ?? 'a removed field';
  const rows = comparison.rows ? `in ${comparison.rows} row, ` : '';
  if (operator.operand === 'nothing') return `${rows}${subject} ${operator.words}`;
  if (operator.operand === 'count')
    return `${subject} ${operator.words} ${valueWords(comparison.value, String)} rows`;
  const nameOf = (value: JsonValue): string => {
    return field ? labelOfChoice(choicesOf(field.field), String(value)) : String(value);
  };
  if (operator.operand === 'range' && isJsonList(comparison.value ?? null)) {
    return `${rows}${subject} ${operator.words} ${valueWords(comparison.value, nameOf).replace(' or ', ' and ')}`;
  }
  return `${rows}${subject} ${operator.words} ${valueWords(comparison.value, nameOf)}`;
}

/**
 * Puts a condition into words.
 * @param condition the tree
 * @param model names the fields and types in it
 * @param titles names entries, where the condition speaks of them
 * @returns a phrase such as “type is Hut and status is published”
 */
export function conditionWords(
  condition: Condition,
  model: CompiledModel,
  titles: EntryTitles = () => undefined,
  nested = false,
): string {
  if (!isConditionList(condition)) return comparisonWords(condition, model, titles);
  if (condition.conditions.length === 0) return condition.kind === 'any' ? 'never' : 'always';
  const parts = condition.conditions.map((part) => conditionWords(part, model, titles, true));
  if (condition.kind === 'none') return `none of (${parts.join(', ')})`;
  const joined = parts.join(condition.kind === 'all' ? ' and ' : ' or ');
  return nested && parts.length > 1 ? `(${joined})` : joined;
}
