import { connectives, rowQuantifiers, type RowQuantifier } from '@tovlet/core/conditions/condition';
import { filterPaths, filterTerm, isProblem, type FilterPath } from '@tovlet/core/delivery/filter';
import { filterWords, wordsFor, type FilterWord } from '@tovlet/core/delivery/filter-words';
import { partName, TypeNames } from '@tovlet/core/delivery/type-names';
import { choicesOf, type Choice } from '@tovlet/core/fields/choices';
import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import type { CompiledCondition } from '@tovlet/core/queries/compile';
import { COMPARISON_LIMIT, DEPTH_LIMIT } from '@tovlet/core/queries/condition';
import type { ValueKind } from '@tovlet/core/queries/value-kind';
import {
  GraphQLBoolean,
  GraphQLEnumType,
  GraphQLError,
  GraphQLFloat,
  GraphQLInputObjectType,
  GraphQLList,
  GraphQLNonNull,
  GraphQLString,
  type GraphQLEnumValueConfig,
  type GraphQLInputFieldConfigMap,
  type GraphQLInputType,
  type GraphQLScalarType,
} from 'graphql';
import { enumName } from './enum-names';
import { dateScalar } from './types';
import { quantifierNamed, relationWays, type RelationWay } from './filter-relations';

interface InputPlan {
  readonly name: string;
  readonly operand: GraphQLScalarType | GraphQLEnumType;
  readonly words: readonly FilterWord[];
}

const inputOf = ({ name, operand, words }: InputPlan): GraphQLInputObjectType => {
  const taken = (word: FilterWord): GraphQLInputType => {
    const { operand: takes } = filterWords[word];
    if (takes === 'boolean') return GraphQLBoolean;
    return takes === 'list' ? new GraphQLList(new GraphQLNonNull(operand)) : operand;
  };
  return new GraphQLInputObjectType({
    name,
    fields: Object.fromEntries(words.map((word) => [word, { type: taken(word) }])),
  });
};

const text = inputOf({ name: 'TextFilter', operand: GraphQLString, words: wordsFor('text') });
const list = inputOf({ name: 'ListFilter', operand: GraphQLString, words: wordsFor('list') });
const date = inputOf({ name: 'DateFilter', operand: dateScalar, words: wordsFor('number') });

/** What values of each kind are filtered by. */
const inputs: Readonly<Record<ValueKind, GraphQLInputObjectType>> = {
  number: inputOf({ name: 'NumberFilter', operand: GraphQLFloat, words: wordsFor('number') }),
  text,
  code: text,
  moment: text,
  switch: inputOf({ name: 'SwitchFilter', operand: GraphQLBoolean, words: wordsFor('switch') }),
  reference: text,
  list,
  links: list,
};

/** The names of the filters that are the same in every schema. */
export const FILTER_NAMES = [
  'TextFilter',
  'NumberFilter',
  'SwitchFilter',
  'ListFilter',
  'DateFilter',
] as const;

/** What inputs belong to, a type or a part of it: how its filter is called, and the values that it names. */
interface Owner {
  readonly filter: string;
  readonly choice: string;
}

const partOf = ({ filter, choice }: Owner, key: string): Owner => ({
  filter: partName(filter, key),
  choice: partName(choice, key),
});

/** What a choice is filtered by: its values are named, so that a wrong one is told before anything is asked. */
function choiceInput(
  owner: Owner,
  choices: readonly Choice[],
  names: TypeNames,
  words: readonly FilterWord[],
) {
  const taken = new TypeNames([]);
  const values = choices.map(({ value, label }): readonly [string, GraphQLEnumValueConfig] => [
    taken.claim(enumName(value)),
    { value, description: label },
  ]);
  const operand = new GraphQLEnumType({
    name: names.claim(owner.choice),
    values: Object.fromEntries(values),
  });
  return inputOf({ name: names.claim(owner.filter), operand, words });
}

/** What one value is filtered by. */
function inputFor({ path, valueKind }: FilterPath, owner: Owner, names: TypeNames): GraphQLInputObjectType {
  const { end } = path;
  if (end.kind !== 'field') return inputs[valueKind];
  if (end.field.type.kind === 'date') return date;
  const choices = choicesOf(end.field.field);
  if (choices.length === 0) return inputs[valueKind];
  return choiceInput(owner, choices, names, wordsFor(valueKind === 'list' ? 'list' : 'reference'));
}

/** Paths by the first of their keys, each without it. */
function byFirstKey(
  paths: ReadonlyMap<string, FilterPath>,
): ReadonlyMap<string, ReadonlyMap<string, FilterPath>> {
  const groups = new Map<string, Map<string, FilterPath>>();
  for (const [keys, path] of paths) {
    const [first = '', ...rest] = keys.split('.');
    const group = groups.get(first) ?? new Map<string, FilterPath>();
    groups.set(first, group);
    group.set(rest.join('.'), path);
  }
  return groups;
}

/** The filters of what stands in one group or repeater, or of an entry. */
function fieldsOf(
  owner: Owner,
  paths: ReadonlyMap<string, FilterPath>,
  names: TypeNames,
): GraphQLInputFieldConfigMap {
  return Object.fromEntries(
    [...byFirstKey(paths)].map(([key, inner]) => {
      const own = inner.get('');
      const owned = partOf(owner, key);
      if (own) return [key, { type: inputFor(own, owned, names), description: own.path.label }];
      const name = names.claim(owned.filter);
      return [key, { type: new GraphQLInputObjectType({ name, fields: fieldsOf(owned, inner, names) }) }];
    }),
  );
}

/** The inputs of the types of a schema, each made when it is first asked for: they name each other. */
export class FilterInputs {
  private readonly made = new Map<CompiledType, GraphQLInputObjectType>();

  /** @param ownerOf the name of a type in the schema */
  constructor(
    private readonly model: CompiledModel,
    private readonly names: TypeNames,
    private readonly ownerOf: (type: CompiledType) => string,
  ) {}

  /**
   * What the entries of a type are filtered by: comparisons of their values, and all, any or none of further conditions.
   */
  of(type: CompiledType): GraphQLInputObjectType {
    const known = this.made.get(type);
    if (known) return known;
    const name = this.ownerOf(type);
    const owner = { filter: `${name}Filter`, choice: `${name}Choice` };
    const own = fieldsOf(owner, filterPaths(this.model, type), this.names);
    const related = [...relationWays(this.model, type).values()].map((way) => ({
      way,
      name: this.names.claim(partOf(owner, way.key).filter),
    }));
    const input: GraphQLInputObjectType = new GraphQLInputObjectType({
      name: this.names.claim(owner.filter),
      fields: () => {
        const conditions = { type: new GraphQLList(new GraphQLNonNull(input)) };
        return {
          ...Object.fromEntries(connectives.map((kind) => [kind, conditions])),
          // A field of such a name is there all the same: lists of conditions give way.
          ...own,
          ...Object.fromEntries(related.map(({ way, name }) => [way.key, this.related(way, name, own)])),
        };
      },
    });
    this.made.set(type, input);
    return input;
  }

  /** A relation: what it holds is compared as before, and its entries are asked for what they have. */
  private related(
    { key, path, type }: RelationWay,
    name: string,
    own: GraphQLInputFieldConfigMap,
  ): { readonly type: GraphQLInputObjectType; readonly description: string } {
    const compared = own[key]?.type;
    const words = compared instanceof GraphQLInputObjectType ? compared.toConfig().fields : {};
    const entries = Object.fromEntries(rowQuantifiers.map((which) => [which, { type: this.of(type) }]));
    return {
      type: new GraphQLInputObjectType({ name, fields: { ...words, ...entries } }),
      description: path.label,
    };
  }
}

/** What a filter that came in comes to, comparison by comparison. */
class FilterReader {
  private readonly words: ReadonlySet<string> = new Set(Object.keys(filterWords));
  private readonly keys: ReadonlySet<string>;

  constructor(
    private readonly model: CompiledModel,
    private readonly type: CompiledType,
    private readonly count: { comparisons: number },
    private readonly depth = 0,
  ) {
    if (depth > DEPTH_LIMIT)
      throw new GraphQLError(`Conditions stand in each other up to ${DEPTH_LIMIT} deep.`);
    this.keys = new Set([...filterPaths(model, type).keys()].map((each) => each.split('.')[0] ?? ''));
  }

  read(filter: JsonObject): CompiledCondition {
    const conditions = Object.entries(filter).flatMap(([key, value]): readonly CompiledCondition[] => {
      const kind = connectives.find((each) => each === key && !this.keys.has(key));
      if (!kind) return isJsonObject(value) ? this.compared(key, value) : [];
      const parts = isJsonList(value) ? value.filter(isJsonObject) : [];
      return value === null
        ? []
        : [{ kind, conditions: parts.map((part) => this.inner(this.type).read(part)) }];
    });
    return { kind: 'all', conditions };
  }

  private compared(keys: string, given: JsonObject): readonly CompiledCondition[] {
    const way = relationWays(this.model, this.type).get(keys);
    return Object.entries(given).flatMap(([name, value]): readonly CompiledCondition[] => {
      const quantifier = way ? quantifierNamed(name) : undefined;
      if (way && quantifier) return isJsonObject(value) ? [this.related(way, quantifier, value)] : [];
      if (isJsonObject(value)) return this.compared(`${keys}.${name}`, value);
      return this.words.has(name) ? [this.term(keys, name, value)] : [];
    });
  }

  private related(
    { path, type }: RelationWay,
    quantifier: RowQuantifier,
    filter: JsonObject,
  ): CompiledCondition {
    const condition = this.inner(type).read(filter);
    return { kind: 'related', path, quantifier, condition };
  }

  /** Reads what stands one list or relation deeper. */
  private inner(type: CompiledType): FilterReader {
    return new FilterReader(this.model, type, this.count, this.depth + 1);
  }

  private term(keys: string, word: string, value: JsonValue): CompiledCondition {
    this.count.comparisons += 1;
    if (this.count.comparisons > COMPARISON_LIMIT)
      throw new GraphQLError(`A filter has up to ${COMPARISON_LIMIT} comparisons.`);
    const term = filterTerm(this.model, this.type, keys, keys, word, value);
    if (isProblem(term)) throw new GraphQLError(term.message);
    return term;
  }
}

/**
 * Reads a filter of a request.
 * @param filter as GraphQL has checked it against the input of the type
 * @throws GraphQLError when a value does not fit, or there are too many
 */
export function conditionFrom(
  model: CompiledModel,
  type: CompiledType,
  filter: JsonObject,
): CompiledCondition {
  return new FilterReader(model, type, { comparisons: 0 }).read(filter);
}
