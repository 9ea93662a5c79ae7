import {
  getNamedType,
  getNullableType,
  GraphQLError,
  isCompositeType,
  isInterfaceType,
  isListType,
  isObjectType,
  Kind,
  type DocumentNode,
  type FieldNode,
  type FragmentDefinitionNode,
  type GraphQLField,
  type GraphQLNamedType,
  type GraphQLSchema,
  type OperationDefinitionNode,
  type SelectionSetNode,
} from 'graphql';

/**
 * What a query would cost, counted before it is validated or executed: values of an answer, with fragments, named and
 * inline, counted wherever they stand.
 *
 * | asked for               | costs                                                     |
 * |-------------------------|-----------------------------------------------------------|
 * | a value                 | 1                                                         |
 * | an object               | 1 and what is in it                                       |
 * | a list                  | 1 and, for each of the page's size or of 25, what is in it |
 * | a connection            | 1 and, for each of `first` or `last` or of 25, what is in it |
 *
 * @see https://spec.graphql.org/October2021/#sec-Language.Fragments
 */

/** The most a query may cost, the deepest it may go, and the most lists, entries and facets it may look for. */
const COST_LIMIT = 50_000;
const DEPTH_LIMIT = 15;
const LOOKUP_LIMIT = 20;
/** Fields of equal names in one set: comparing them all with one another is what validation takes longest for. */
const EQUAL_NAMES_LIMIT = 100;

/** The field of a list that counts its entries. */
const FACETS = 'facets';

/** What a look at the schema costs, beside what validation bounds. */
const INTROSPECTION_COST = 1_000;

/** How many a list is taken to have where nothing says so, and a connection whose `first` is not known. */
const USUAL_LIST = 25;
const UNKNOWN_FIRST = 100;

type Variables = Readonly<Record<string, unknown>>;

/** What a query costs, and up to what one may: answered in `extensions.cost`. */
export interface QueryCost {
  readonly used: number;
  readonly limit: number;
}

/** Thrown where a query goes beyond a limit. */
class TooMuch extends GraphQLError {}

const costOf = (used: number): QueryCost => ({ used: Math.round(used), limit: COST_LIMIT });

class Counting {
  private readonly fragments: ReadonlyMap<string, FragmentDefinitionNode>;
  private readonly known = new Map<string, number>();
  private readonly lookupsOf = new Map<string, number>();
  private readonly open = new Set<string>();
  private root: GraphQLNamedType | undefined;
  private lookups = 0;
  private dearest: { readonly node: FieldNode; readonly cost: number } | null = null;

  constructor(
    private readonly schema: GraphQLSchema,
    document: DocumentNode,
    private readonly variables: Variables,
  ) {
    this.fragments = new Map(
      document.definitions.flatMap((each) =>
        each.kind === Kind.FRAGMENT_DEFINITION ? [[each.name.value, each] as const] : [],
      ),
    );
  }

  /** @throws TooMuch naming the dearest part */
  count(operation: OperationDefinitionNode): number {
    this.root = this.schema.getRootType(operation.operation) ?? undefined;
    const cost = this.ofSet(operation.selectionSet, this.root, null, 1);
    if (this.lookups > LOOKUP_LIMIT)
      throw new TooMuch(
        `A query asks for up to ${LOOKUP_LIMIT} lists, entries or facets at once; this one for ${this.lookups}.`,
      );
    if (cost <= COST_LIMIT) return cost;
    const { node } = this.dearest ?? {};
    const where = node
      ? ` Most of it is in “${node.name.value}”, line ${node.loc?.startToken.line ?? 1}.`
      : '';
    throw new TooMuch(
      `This query asks for too much: about ${Math.round(cost)} values, and up to ${COST_LIMIT} are given.${where} Ask for fewer fields, or for fewer at once with first.`,
      { ...(node ? { nodes: [node] } : {}), extensions: { cost: costOf(cost) } },
    );
  }

  /**
   * @param inherit the size of the page that the set stands in, for lists directly below a connection
   * @throws TooMuch where sets stand in sets without end
   */
  private ofSet(
    set: SelectionSetNode,
    type: GraphQLNamedType | undefined,
    inherit: number | null,
    depth: number,
  ): number {
    if (depth > DEPTH_LIMIT) throw new TooMuch(`A query is up to ${DEPTH_LIMIT} levels deep.`);
    this.assertFewEqual(set);
    return set.selections.reduce((sum, selection) => {
      if (selection.kind === Kind.FIELD) return sum + this.ofField(selection, type, inherit, depth);
      if (selection.kind === Kind.FRAGMENT_SPREAD)
        return sum + this.ofFragment(selection.name.value, inherit, depth);
      const own = selection.typeCondition;
      const within = own ? this.schema.getType(own.name.value) : type;
      return sum + this.ofSet(selection.selectionSet, within, inherit, depth + 1);
    }, 0);
  }

  private assertFewEqual({ selections }: SelectionSetNode): void {
    const names = new Map<string, number>();
    for (const selection of selections) {
      if (selection.kind === Kind.INLINE_FRAGMENT) continue;
      const name =
        selection.kind === Kind.FIELD ? (selection.alias ?? selection.name).value : selection.name.value;
      const count = (names.get(name) ?? 0) + 1;
      names.set(name, count);
      if (count > EQUAL_NAMES_LIMIT)
        throw new TooMuch(`A query names “${name}” up to ${EQUAL_NAMES_LIMIT} times in one place.`);
    }
  }

  /**
   * A fragment costs the same wherever it stands equally.
   * @throws TooMuch where it includes itself, which costs without end
   */
  private ofFragment(name: string, inherit: number | null, depth: number): number {
    const fragment = this.fragments.get(name);
    if (!fragment) return 0;
    const key = `${name} ${inherit} ${depth}`;
    const known = this.known.get(key);
    if (this.open.has(name)) throw new TooMuch(`The fragment “${name}” includes itself.`);
    if (known !== undefined) {
      this.lookups += this.lookupsOf.get(key) ?? 0;
      return known;
    }
    this.open.add(name);
    const before = this.lookups;
    const type = this.schema.getType(fragment.typeCondition.name.value);
    const cost = this.ofSet(fragment.selectionSet, type, inherit, depth + 1);
    this.open.delete(name);
    this.known.set(key, cost);
    this.lookupsOf.set(key, this.lookups - before);
    return cost;
  }

  private ofField(
    node: FieldNode,
    parent: GraphQLNamedType | undefined,
    inherit: number | null,
    depth: number,
  ): number {
    const field = fieldOf(parent, node);
    if (parent !== undefined && parent === this.root) this.lookups += 1;
    this.lookups += this.facetsIn(node, field);
    if (!node.selectionSet) return 1;
    // The schema itself is counted in full by validation, which bounds how deep its lists go.
    if (node.name.value.startsWith('__')) return INTROSPECTION_COST;
    const isList = field ? isListType(getNullableType(field.type)) : false;
    const isConnection = field?.args.some(({ name }) => name === 'first') ?? false;
    const first = isConnection ? this.sizeOf(node) : null;
    const type = field ? getNamedType(field.type) : undefined;
    const inner = this.ofSet(node.selectionSet, isCompositeType(type) ? type : undefined, first, depth + 1);
    const cost = 1 + inner * (isList ? (inherit ?? USUAL_LIST) : 1);
    if (!this.dearest || cost > this.dearest.cost) this.dearest = { node, cost };
    return cost;
  }

  /** How many facets entries are counted by: each reads the whole list. */
  private facetsIn(node: FieldNode, field: GraphQLField<unknown, unknown> | undefined): number {
    if (field?.name !== FACETS || !field.args.some(({ name }) => name === 'by')) return 0;
    const by = node.arguments?.find(({ name }) => name.value === 'by')?.value;
    if (by?.kind === Kind.LIST) return by.values.length;
    const given = by?.kind === Kind.VARIABLE ? this.variables[by.name.value] : null;
    return Array.isArray(given) ? given.length : 1;
  }

  /** How many a connection is asked for. */
  private sizeOf(node: FieldNode): number {
    const sizes = node.arguments?.filter(({ name }) => name.value === 'first' || name.value === 'last') ?? [];
    const given = sizes.map(({ value }) => {
      if (value.kind === Kind.INT) return Number(value.value);
      const variable = value.kind === Kind.VARIABLE ? this.variables[value.name.value] : undefined;
      if (value.kind === Kind.NULL || variable === null) return USUAL_LIST;
      return typeof variable === 'number' ? variable : UNKNOWN_FIRST;
    });
    return given.length === 0 ? USUAL_LIST : Math.max(...given);
  }
}

function fieldOf(
  parent: GraphQLNamedType | undefined,
  node: FieldNode,
): GraphQLField<unknown, unknown> | undefined {
  if (!isObjectType(parent) && !isInterfaceType(parent)) return undefined;
  return parent.getFields()[node.name.value];
}

/**
 * Counts what every operation of a document costs.
 * @returns the cost of the dearest, or the reason to refuse the document
 * @throws what counting fails with otherwise: that is a fault of Tovlet
 */
export function countedCost(
  schema: GraphQLSchema,
  document: DocumentNode,
  variables: Variables,
): QueryCost | GraphQLError {
  try {
    const costs = document.definitions.map((each) =>
      each.kind === Kind.OPERATION_DEFINITION ? new Counting(schema, document, variables).count(each) : 0,
    );
    return costOf(Math.max(0, ...costs));
  } catch (error) {
    if (error instanceof TooMuch) return error;
    throw error;
  }
}
