import { entriesOf, programsAsk } from '@tovlet/core/delivery/filter';
import type { TypeNames } from '@tovlet/core/delivery/type-names';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { pathsFrom } from '@tovlet/core/paths/paths-from';
import { compileSort } from '@tovlet/core/queries/compile';
import { GraphQLEnumType, type GraphQLEnumValueConfigMap } from 'graphql';
import { pathName } from './enum-names';

/** What the entries of a type are put in order by: what they have, and what the things have that they refer to. */
function sortValues(model: CompiledModel, type: CompiledType): GraphQLEnumValueConfigMap {
  const [from, context] = [entriesOf(type), programsAsk(model)];
  const values: GraphQLEnumValueConfigMap = {};
  for (const { steps, path } of pathsFrom(from, context, ({ many }) => !many)) {
    if ('problem' in compileSort(steps, false, from, context)) continue;
    values[`${pathName(path.keys)}_ASC`] ??= { value: path.keys, description: path.label };
    values[`${pathName(path.keys)}_DESC`] ??= {
      value: `-${path.keys}`,
      description: `${path.label}, descending`,
    };
  }
  return values;
}

/** The enums by which lists are put in order, each made when it is first asked for. Their values are those of `sort` over REST. */
export class SortEnums {
  private readonly made = new Map<CompiledType, GraphQLEnumType>();

  constructor(
    private readonly model: CompiledModel,
    private readonly names: TypeNames,
  ) {}

  /** @param owner the name of the type in the schema */
  of(type: CompiledType, owner: string): GraphQLEnumType {
    const known =
      this.made.get(type) ??
      new GraphQLEnumType({
        name: this.names.claim(`${owner}Sort`),
        values: () => sortValues(this.model, type),
      });
    this.made.set(type, known);
    return known;
  }
}
