import type { JsonObject } from '@tovlet/core/json';
import type { CompiledField, CompiledModel } from '@tovlet/core/model/compiled';
import { pathText } from '@tovlet/core/paths/text';
import type { Hop } from '@tovlet/core/paths/steps/step';
import type { LoadPage, LoadPlan } from '@tovlet/core/queries/load-plan';
import {
  getArgumentValues,
  getDirectiveValues,
  getNamedType,
  GraphQLIncludeDirective,
  GraphQLSkipDirective,
  isInterfaceType,
  isObjectType,
  Kind,
  type FieldNode,
  type GraphQLField,
  type GraphQLNamedType,
  type GraphQLResolveInfo,
  type SelectionNode,
  type SelectionSetNode,
} from 'graphql';
import { pageFrom } from './connections';
import type { Read, Reads } from './reads';
import { wayKey } from './way-key';

interface Growing {
  whole: boolean;
  readonly fields: Set<string>;
  readonly ways: Map<
    string,
    { readonly hop: Hop; readonly key: string; readonly plan: Growing; page?: LoadPage }
  >;
}

const growing = (): Growing => ({ whole: false, fields: new Set(), ways: new Map() });

/** Where a selection stands: of which things it is asked, and in which of their fields. */
interface Standing {
  readonly plan: Growing;
  /** The field at the top of the form in whose group or rows it stands; null on the thing itself. */
  readonly top: string | null;
}

/** Makes plans of what a query selects. */
class Selection {
  constructor(
    private readonly info: Pick<GraphQLResolveInfo, 'schema' | 'fragments' | 'variableValues'>,
    private readonly model: CompiledModel,
    private readonly reads: Reads,
  ) {}

  /** Takes what a set of selections asks of some things. */
  take(set: SelectionSetNode | undefined, type: GraphQLNamedType | undefined, at: Standing): void {
    for (const selection of set?.selections ?? []) {
      if (!this.isWanted(selection)) continue;
      if (selection.kind === Kind.FIELD) this.field(selection, type, at);
      else {
        const fragment =
          selection.kind === Kind.FRAGMENT_SPREAD ? this.info.fragments[selection.name.value] : selection;
        const condition = fragment?.typeCondition?.name.value;
        const within = condition === undefined ? type : this.info.schema.getType(condition);
        this.take(fragment?.selectionSet, within, at);
      }
    }
  }

  /** @see https://spec.graphql.org/October2021/#sec--skip */
  private isWanted(selection: SelectionNode): boolean {
    const { variableValues } = this.info;
    if (getDirectiveValues(GraphQLSkipDirective, selection, variableValues)?.['if'] === true) return false;
    return getDirectiveValues(GraphQLIncludeDirective, selection, variableValues)?.['if'] !== false;
  }

  private field(node: FieldNode, type: GraphQLNamedType | undefined, at: Standing): void {
    const read = type && this.reads.of(type.name, node.name.value);
    const field = isObjectType(type) || isInterfaceType(type) ? type.getFields()[node.name.value] : undefined;
    if (!read || !field || read.kind === 'presented') return;
    const { plan } = at;
    if (read.kind !== 'page') plan.whole = true;
    const inner = getNamedType(field.type);
    if (read.kind === 'page') this.take(node.selectionSet, inner, at);
    else if (read.kind === 'field') this.value(read.field, node, inner, at);
    else if (read.kind === 'reference') this.reference(read, node, inner, at);
    else if (read.kind === 'way') this.way(read, node, field, plan);
  }

  private value(
    field: CompiledField,
    node: FieldNode,
    inner: GraphQLNamedType,
    { plan, top }: Standing,
  ): void {
    const own = top ?? field.id;
    plan.fields.add(own);
    if (field.type.holds !== null) this.take(node.selectionSet, inner, { plan, top: own });
  }

  private reference(
    { field, hop }: Extract<Read, { kind: 'reference' }>,
    node: FieldNode,
    inner: GraphQLNamedType,
    { plan, top }: Standing,
  ): void {
    plan.fields.add(top ?? field.id);
    const name = pathText([{ kind: 'field', field: field.id }]);
    const way = plan.ways.get(name) ?? { hop, key: '', plan: growing() };
    plan.ways.set(name, way);
    this.take(node.selectionSet, inner, { plan: way.plan, top: null });
  }

  private way(
    { step, hop, pageOf }: Extract<Read, { kind: 'way' }>,
    node: FieldNode,
    field: GraphQLField<unknown, unknown>,
    plan: Growing,
  ): void {
    const given = getArgumentValues(field, node, this.info.variableValues) as JsonObject;
    const key = pageOf ? wayKey(field.name, given) : field.name;
    const name = `${pathText([step])} ${key}`;
    const way = plan.ways.get(name) ?? { hop, key, plan: growing() };
    plan.ways.set(name, way);
    if (pageOf) {
      const counted = this.asks(node.selectionSet, 'totalCount') || way.page?.counted === true;
      way.page = pageFrom(this.model, pageOf, given, counted);
    }
    this.take(node.selectionSet, getNamedType(field.type), { plan: way.plan, top: null });
  }

  private asks(set: SelectionSetNode | undefined, name: string): boolean {
    return (set?.selections ?? []).some((selection) => {
      if (selection.kind === Kind.FIELD) return selection.name.value === name;
      const fragment =
        selection.kind === Kind.FRAGMENT_SPREAD ? this.info.fragments[selection.name.value] : selection;
      return this.asks(fragment?.selectionSet, name);
    });
  }
}

/**
 * Makes the plan by which everything that a field of a query selects is loaded: what it does not ask for is neither read nor
 * presented.
 * @throws GraphQLError where a page cannot be asked so
 */
export function planOfSelection(info: GraphQLResolveInfo, model: CompiledModel, reads: Reads): LoadPlan {
  const root = growing();
  const selection = new Selection(info, model, reads);
  for (const { selectionSet } of info.fieldNodes)
    selection.take(selectionSet, getNamedType(info.returnType), { plan: root, top: null });
  return { ...root, whole: true };
}
