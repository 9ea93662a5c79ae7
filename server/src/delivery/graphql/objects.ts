import { PROGRAMS } from '@tovlet/core/access/audience';
import { isDelivered } from '@tovlet/core/delivery/json-schema';
import { shapes } from '@tovlet/core/delivery/shapes/index';
import type { ObjectShape } from '@tovlet/core/delivery/shapes/shape';
import { partName, type TypeNames } from '@tovlet/core/delivery/type-names';
import { oneShapeOf } from '@tovlet/core/fields/shape';
import type { JsonObject, JsonValue } from '@tovlet/core/json';
import { entryProperties, entryPropertyNames, type PropertyHolds } from '@tovlet/core/model/entry-properties';
import type { CompiledField, CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { MEDIA, PEOPLE, subjectOf } from '@tovlet/core/model/subjects';
import type { PathContext, Standing } from '@tovlet/core/paths/standing';
import { takeStep } from '@tovlet/core/paths/steps/index';
import { ANCESTOR_OR_SELF } from '@tovlet/core/paths/steps/ancestor-or-self';
import { CHILDREN } from '@tovlet/core/paths/steps/children';
import { PARENT } from '@tovlet/core/paths/steps/parent';
import { backwardKey, backwardsTo } from '@tovlet/core/paths/steps/backwards';
import type { Hop } from '@tovlet/core/paths/steps/step';
import type { Path, Step } from '@tovlet/core/paths/path';
import {
  GraphQLID,
  GraphQLInterfaceType,
  GraphQLList,
  GraphQLNonNull,
  GraphQLObjectType,
  GraphQLString,
  GraphQLUnionType,
  type GraphQLFieldConfig,
  type GraphQLFieldConfigMap,
  type GraphQLNamedOutputType,
  type GraphQLNullableType,
  type GraphQLOutputType,
} from 'graphql';
import type { Connections } from './connections';
import type { Read, Reads } from './reads';
import { memberTypes, valueType } from './types';
import { typeName } from './names';
import { wayKey } from './way-key';

/** One field of an object, and what it reads. */
interface ObjectField {
  readonly config: GraphQLFieldConfig<JsonObject, unknown>;
  readonly read: Read;
}
type ObjectFields = ReadonlyMap<string, ObjectField>;

/** A list that is never null and has no empty places. */
export const listOf = (type: GraphQLNullableType & GraphQLOutputType): GraphQLOutputType =>
  new GraphQLNonNull(new GraphQLList(new GraphQLNonNull(type)));

/** The types of the properties that every entry has. */
const propertyTypes: Readonly<Record<PropertyHolds, GraphQLOutputType>> = {
  id: new GraphQLNonNull(GraphQLID),
  key: new GraphQLNonNull(GraphQLString),
  text: new GraphQLNonNull(GraphQLString),
  address: new GraphQLNonNull(GraphQLString),
  moment: GraphQLString,
};

const propertyFields: ObjectFields = new Map(
  entryPropertyNames.map((name): readonly [string, ObjectField] => {
    const { holds } = entryProperties[name];
    return [
      name,
      {
        config: { type: propertyTypes[holds] },
        read: { kind: holds === 'moment' ? 'document' : 'presented' },
      },
    ];
  }),
);

const configsOf = (fields: ObjectFields): GraphQLFieldConfigMap<JsonObject, unknown> =>
  Object.fromEntries([...fields].map(([name, { config }]) => [name, config]));

/** The members that a thing is presented with, as fields. */
const membersOf = (shape: ObjectShape): ObjectFields =>
  new Map(
    Object.entries(memberTypes(shape)).map(([name, config]) => [
      name,
      { config, read: { kind: 'presented' } },
    ]),
  );

/** The ways from a term to others, as they stand on it. */
const termWays: readonly (readonly [key: string, step: Step, description: string])[] = [
  [ANCESTOR_OR_SELF, { kind: 'ancestor_or_self' }, 'The term itself and all above it'],
  [PARENT, { kind: 'parent' }, 'The term above it; null at the top'],
  [CHILDREN, { kind: 'children' }, 'The terms right below it, in their order'],
];

/** What every term is presented with; the one above it is a term that one can go on from. */
const termMembers: ObjectFields = new Map([...membersOf(shapes.Term)].filter(([name]) => name !== PARENT));

/**
 * The object types of a model: entries, terms, people and media with their fields, groups and rows. Where references lead are
 * the things themselves, so that a query goes on from there, and back along relations.
 */
export class ObjectTypes {
  /** What every entry is, whatever its type. */
  readonly entry: GraphQLInterfaceType;
  private readonly term: GraphQLInterfaceType;
  private readonly entries: ReadonlyMap<CompiledType, GraphQLObjectType>;
  private readonly subjects = new Map<string, GraphQLNamedOutputType & GraphQLNullableType>();
  private readonly paths: PathContext;

  constructor(
    private readonly model: CompiledModel,
    private readonly names: TypeNames,
    entryNames: ReadonlyMap<CompiledType, string>,
    private readonly connections: Connections,
    private readonly reads: Reads,
  ) {
    this.paths = { model, audience: PROGRAMS };
    this.entry = this.interfaceType('Entry', 'An entry of any content type', propertyFields, (value) => {
      const type = model.typeByKey.get(String(value['type']));
      return type && entryNames.get(type);
    });
    const termNames = new Map<string, string>();
    this.term = this.interfaceType('Term', 'A term of any taxonomy', termMembers, (value) =>
      termNames.get(String(value['taxonomy'])),
    );
    this.entries = new Map(
      [...entryNames].map(([type, name]) => [
        type,
        this.objectType(name, type.contentType.singular, () => this.entryFields(name, type), [this.entry]),
      ]),
    );
    for (const { id, key, singular } of model.document.taxonomies) {
      const name = names.claim(typeName(key));
      termNames.set(key, name);
      const fields = () => this.termFields(name, subjectOf(model, id));
      this.subjects.set(id, this.objectType(name, singular, fields, [this.term]));
    }
    this.subjects.set('Person', this.shapeType(shapes.Person, PEOPLE));
    this.subjects.set('Image', this.shapeType(shapes.Image, MEDIA));
    this.subjects.set('File', this.shapeType(shapes.File, MEDIA));
  }

  /**
   * The object type of a content type's entries.
   * @throws TypeError for a type of another model
   */
  of(type: CompiledType): GraphQLObjectType {
    const found = this.entries.get(type);
    if (!found) throw new TypeError('Every content type has an object type.');
    return found;
  }

  /** All object types of entries and terms, also those that only an interface stands for. */
  all(): readonly GraphQLObjectType[] {
    const terms = [...this.subjects.values()].filter((type) => type instanceof GraphQLObjectType);
    return [...this.entries.values(), ...terms];
  }

  private interfaceType(
    name: string,
    description: string,
    fields: ObjectFields,
    nameOf: (value: JsonObject) => string | undefined,
  ): GraphQLInterfaceType {
    this.say(name, fields);
    return new GraphQLInterfaceType({ name, description, fields: configsOf(fields), resolveType: nameOf });
  }

  private objectType(
    name: string,
    description: string,
    fields: () => ObjectFields,
    interfaces: readonly GraphQLInterfaceType[] = [],
  ): GraphQLObjectType {
    return new GraphQLObjectType({
      name,
      description,
      interfaces,
      fields: () => {
        const made = fields();
        this.say(name, made);
        return configsOf(made);
      },
    });
  }

  private say(name: string, fields: ObjectFields): void {
    this.reads.say(name, new Map([...fields].map(([key, { read }]) => [key, read])));
  }

  /** What people and media are presented as, with the fields that they have of their own. */
  private shapeType(shape: ObjectShape, subject: string): GraphQLObjectType {
    const { fields } = subjectOf(this.model, subject);
    const own = () => new Map([...this.fieldsOf(shape.name, fields), ...membersOf(shape)]);
    return this.objectType(shape.name, subjectOf(this.model, subject).contentType.singular, own);
  }

  private entryFields(name: string, type: CompiledType): ObjectFields {
    const at: Standing = { kind: 'entry', types: [type] };
    const back = backwardsTo(at, this.paths).flatMap((way): readonly (readonly [string, ObjectField])[] => {
      const step = { kind: 'backwards', type: way.type.contentType.id, field: way.field.id } as const;
      const hop = this.hop([step], at);
      const field = hop && this.connections.ofWay(this.of(way.type), way.type);
      if (!field) return [];
      const key = backwardKey(way);
      const resolve = (source: JsonObject, given: JsonObject): JsonValue =>
        source[wayKey(key, given)] ?? null;
      const description = `${way.type.contentType.plural} whose ${way.field.publicLabel} is this entry`;
      return [
        [
          key,
          { config: { ...field, description, resolve }, read: { kind: 'way', step, hop, pageOf: way.type } },
        ],
      ];
    });
    return new Map([...back, ...this.fieldsOf(name, type.fields), ...propertyFields]);
  }

  private termFields(name: string, type: CompiledType): ObjectFields {
    const at: Standing = { kind: 'term', types: [type] };
    const own = this.subjects.get(type.contentType.id);
    const ways = termWays.flatMap(([key, step, description]): readonly (readonly [string, ObjectField])[] => {
      const hop = this.hop([step], at);
      if (!hop || !own) return [];
      const read = { kind: 'way', step, hop, pageOf: null } as const;
      return [[key, { config: { type: hop.many ? listOf(own) : own, description }, read }]];
    });
    return new Map([...this.fieldsOf(name, type.fields), ...ways, ...termMembers]);
  }

  private hop([step]: Path, at: Standing): Hop | null {
    const taken = step && takeStep(step, at, false, this.paths);
    return taken?.kind === 'hop' ? taken.hop : null;
  }

  /** The delivered ones of some fields, as they stand on an object. */
  private fieldsOf(owner: string, fields: readonly CompiledField[]): ObjectFields {
    return new Map(
      fields.filter(isDelivered).flatMap((field): readonly (readonly [string, ObjectField])[] => {
        const found = this.outputOf(owner, field);
        if (!found) return [];
        // Hidden lists are left out of the values; a list is never null all the same.
        const resolve = (row: JsonObject): JsonValue => row[field.key] ?? [];
        const isList = field.type.rows || field.behaviour.emptyPresented !== null;
        const description = field.field.help === '' ? field.publicLabel : field.field.help;
        const config = { type: found.type, description, ...(isList ? { resolve } : {}) };
        return [[field.key, { config, read: found.read }]];
      }),
    );
  }

  private outputOf(
    owner: string,
    field: CompiledField,
  ): { readonly type: GraphQLOutputType; readonly read: Read } | null {
    const read: Read = { kind: 'field', field };
    if (field.type.refersTo !== null) return this.referenceOf(field);
    const { shape } = field.type;
    if (shape === 'shapes') {
      const type = this.shapesType(owner, field);
      return type && { type, read };
    }
    if (shape !== 'rows' && shape !== 'group') {
      const type = valueType(shape);
      return type && { type, read };
    }
    const type = this.rowType(owner, field);
    return type && { type: shape === 'rows' ? listOf(type) : type, read };
  }

  /** The things that a field refers to, themselves. */
  private referenceOf(
    field: CompiledField,
  ): { readonly type: GraphQLOutputType; readonly read: Read } | null {
    const [at] = this.standingsOf(field);
    const hop = at ? this.hop([{ kind: 'field', field: field.id }], at) : null;
    const shape = oneShapeOf(field.type.shape);
    const type = hop && shape && this.thingType(hop, shape.one);
    if (!type) return null;
    return { type: shape.list ? listOf(type) : type, read: { kind: 'reference', field, hop } };
  }

  /** Where a field can be met: on entries, or on what stands for terms, people and media. */
  private standingsOf(field: CompiledField): readonly Standing[] {
    const has = (type: CompiledType): boolean => holds(type.fields, field.id);
    const kinds = { [PEOPLE]: 'person', [MEDIA]: 'medium' } as const;
    return [
      ...this.model.types.filter(has).map((type): Standing => ({ kind: 'entry', types: [type] })),
      ...this.model.subjects.filter(has).map((type): Standing => {
        const known = Object.entries(kinds).find(([id]) => id === type.contentType.id);
        return { kind: known?.[1] ?? 'term', types: [type] };
      }),
    ];
  }

  private thingType({ to }: Hop, shape: string): (GraphQLNamedOutputType & GraphQLNullableType) | null {
    const [type, ...others] = to.types;
    if (to.kind === 'entry') return type && others.length === 0 ? this.of(type) : this.entry;
    if (to.kind === 'term') return (type && this.subjects.get(type.contentType.id)) ?? this.term;
    return this.subjects.get(shape) ?? null;
  }

  /** The object type of a row or a group; null without fields, because GraphQL has no object without any. */
  private rowType(
    owner: string,
    field: CompiledField,
    more: ObjectFields = new Map(),
  ): GraphQLObjectType | null {
    if (more.size === 0 && !field.children.some(isDelivered)) return null;
    const name = this.names.claim(partName(owner, field.key));
    const fields = new Map([...more, ...this.fieldsOf(name, field.children)]);
    return fields.size === 0 ? null : this.objectType(name, field.label, () => fields);
  }

  /** The rows of a mixed list: a union of an object type for each shape. */
  private shapesType(owner: string, field: CompiledField): GraphQLOutputType | null {
    const name = this.names.claim(partName(owner, field.key));
    const config = { type: new GraphQLNonNull(GraphQLString), description: 'The key of the shape' };
    const shape: ObjectFields = new Map([['shape', { config, read: { kind: 'presented' } }]]);
    const types = new Map(field.children.map((each) => [each.key, this.rowType(name, each, shape)] as const));
    const members = [...types.values()].filter((type) => type !== null);
    if (members.length === 0) return null;
    return listOf(
      new GraphQLUnionType({
        name,
        description: `A row of ${field.label}`,
        types: members,
        resolveType: (row: JsonObject) => types.get(String(row['shape']))?.name,
      }),
    );
  }
}

const holds = (fields: readonly CompiledField[], id: string): boolean =>
  fields.some((field) => field.id === id || holds(field.children, id));
