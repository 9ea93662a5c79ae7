import { said, say } from '../locale/say';
import {
  isConditionList,
  type Comparison,
  type Condition,
  type EntryProperty,
  type PropertyComparison,
} from '../conditions/condition';
import { choicesOf, labelOfChoice } from '../fields/choices';
import { isRelativeDay, relativeDayWords } from '../conditions/relative-day';
import { operatorOf } from '../conditions/operators';
import { isJsonList, type JsonValue } from '../json';
import type { CompiledModel } from '../model/compiled';
import { pageTemplates, typeOfTemplate } from '../model/page-templates';

const PROPERTY_WORDS: Readonly<Record<EntryProperty, string>> = {
  type: say`type`,
  status: say`status`,
  term: say`terms`,
  parent: say`parent`,
  template: say`template`,
  role: 'author’s role',
  entry: say`entry`,
};

/** How the title of an entry, or the label of a term, is found where a condition speaks of it. */
export type EntryTitles = (id: string) => string | undefined;

type NameOf = (value: JsonValue) => string;

function valueWords(value: JsonValue | undefined, nameOf: NameOf): string {
  if (value === undefined || value === null) return '…';
  if (isRelativeDay(value)) return relativeDayWords(value);
  return isJsonList(value) ? value.map(nameOf).join(say` or `) : nameOf(value);
}

function templateWords(id: string, { document }: CompiledModel): string {
  const type = typeOfTemplate(document.contentTypes, id);
  const template = type && pageTemplates(type).find((each) => each.id === id);
  return type && template ? `${template.label} (${type.singular})` : say`a removed template`;
}

function propertyValueWords(
  { property }: PropertyComparison,
  model: CompiledModel,
  titles: EntryTitles,
): NameOf {
  if (property === 'type')
    return (value) => model.subjectById.get(String(value))?.contentType.singular ?? say`a removed type`;
  if (property === 'template') return (value) => templateWords(String(value), model);
  if (property === 'status' || property === 'role') return (value) => said(String(value));
  return (value) => `“${titles(String(value)) ?? String(value)}”`;
}

function propertyWords(comparison: PropertyComparison, model: CompiledModel, titles: EntryTitles): string {
  const { property, value } = comparison;
  const operator = operatorOf(comparison.operator);
  const named = valueWords(value, propertyValueWords(comparison, model, titles));
  if (property === 'term') {
    const has = comparison.operator === 'contains_not' ? say`has not` : say`has`;
    return say`${has} the term ${named} or one below it`;
  }
  return operator.operand === 'nothing'
    ? `${PROPERTY_WORDS[property]} ${operator.words}`
    : `${PROPERTY_WORDS[property]} ${operator.words} ${named}`;
}

function comparisonWords(comparison: Comparison, model: CompiledModel, titles: EntryTitles): string {
  if (comparison.kind === 'property') return propertyWords(comparison, model, titles);
  const operator = operatorOf(comparison.operator);
  const field = model.fields.get(comparison.field);
  const subject = field?.label ?? say`a removed field`;
  const rows = comparison.rows ? `${say`in ${said(comparison.rows)} row`}, ` : '';
  if (operator.operand === 'nothing') return `${rows}${subject} ${operator.words}`;
  if (operator.operand === 'count') {
    const unit = field && !field.type.rows ? say`values` : say`rows`;
    return `${subject} ${operator.words} ${valueWords(comparison.value, String)} ${unit}`;
  }
  const nameOf: NameOf = (value) => {
    if (field?.type.refersTo) return `“${titles(String(value)) ?? String(value)}”`;
    return field ? labelOfChoice(choicesOf(field.field), String(value)) : String(value);
  };
  if (operator.operand === 'range' && isJsonList(comparison.value ?? null)) {
    return `${rows}${subject} ${operator.words} ${valueWords(comparison.value, nameOf).replace(say` or `, say` and `)}`;
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
  if (condition.conditions.length === 0) return condition.kind === 'any' ? say`never` : say`always`;
  const parts = condition.conditions.map((part) => conditionWords(part, model, titles, true));
  if (condition.kind === 'none') return say`none of (${parts.join(', ')})`;
  const joined = parts.join(condition.kind === 'all' ? say` and ` : say` or `);
  return nested && parts.length > 1 ? `(${joined})` : joined;
}
