import { say } from '../locale/say';
import * as z from 'zod';
import { jsonObjectShape, jsonValueShape } from '../json-shape';
import { conditionSchema, type Condition } from '../conditions/condition';
import { fieldKinds, type FieldKind } from '../fields';
import { LIST_BOUND, type ListLimits } from '../fields/list-of';
import type { JsonObject, JsonValue } from '../json';
import { ID_PATTERN } from '../ids';
import { KEY_PATTERN } from './keys';

const id = z.string().regex(ID_PATTERN, { message: say`Expected a permanent id` });
const key = z
  .string()
  .regex(KEY_PATTERN, { message: say`A key has lower-case letters, digits and _, a letter first` });
const label = z
  .string()
  .trim()
  .min(1, { message: say`A label cannot be empty` })
  .max(200);

export const fieldWidths = ['full', 'half', 'third'] as const;
export type FieldWidth = (typeof fieldWidths)[number];

export const editorAccesses = ['change', 'see', 'nothing'] as const;
export type EditorAccess = (typeof editorAccesses)[number];

const listLimit = z.int().min(0).max(LIST_BOUND).nullable().default(null);
export const listLimitsSchema: z.ZodType<ListLimits> = z.strictObject({ min: listLimit, max: listLimit });

/** One field of a group, or of a row where it stands under a repeater. */
export interface Field {
  readonly id: string;
  readonly key: string;
  readonly label: string;
  /** What visitors read; the label where empty. */
  readonly publicLabel: string;
  readonly help: string;
  readonly kind: FieldKind;
  readonly required: boolean;
  /** No two entries of a type may have the same value. */
  readonly unique: boolean;
  /** What editors may do with it; developers may always change it. */
  readonly editors: EditorAccess;
  readonly default: JsonValue;
  readonly active: boolean;
  readonly shownWhen: Condition | null;
  readonly width: FieldWidth;
  readonly inApi: boolean;
  readonly filterable: boolean;
  /** Whether the search of entries looks at it. */
  readonly searchable: boolean;
  readonly listColumn: boolean;
  /** Holds a list of values instead of one; null for one value. */
  readonly many: ListLimits | null;
  readonly settings: JsonObject;
  /** Child fields, for types that hold some. */
  readonly fields: readonly Field[];
}

export const fieldSchema: z.ZodType<Field> = z.lazy(() =>
  z.strictObject({
    id,
    key,
    label,
    publicLabel: z.string().max(200).default(''),
    help: z.string().max(2000).default(''),
    kind: z.enum(fieldKinds),
    required: z.boolean().default(false),
    unique: z.boolean().default(false),
    editors: z.enum(editorAccesses).default('change'),
    default: jsonValueShape.default(null),
    active: z.boolean().default(true),
    shownWhen: conditionSchema.nullable().default(null),
    width: z.enum(fieldWidths).default('full'),
    inApi: z.boolean().default(true),
    filterable: z.boolean().default(false),
    searchable: z.boolean().default(false),
    listColumn: z.boolean().default(false),
    many: listLimitsSchema.nullable().default(null),
    settings: jsonObjectShape.default({}),
    fields: z.array(fieldSchema).max(500).default([]),
  }),
);

export const ruleSeverities = ['refuse', 'warn'] as const;
export type RuleSeverity = (typeof ruleSeverities)[number];

/** A rule over several fields: an expression over the entry's values by key that has to come out true. */
export interface Rule {
  readonly id: string;
  readonly expression: string;
  /** What editors read when it does not hold. */
  readonly message: string;
  readonly severity: RuleSeverity;
  /** The field the message stands at; null for the form as a whole. */
  readonly field: string | null;
}

export const EXPRESSION_LIMIT = 2000;

export const ruleSchema: z.ZodType<Rule> = z.strictObject({
  id,
  expression: z
    .string()
    .trim()
    .min(1, { message: say`A rule needs an expression` })
    .max(EXPRESSION_LIMIT),
  message: z
    .string()
    .trim()
    .min(1, { message: say`A rule needs a message` })
    .max(300),
  severity: z.enum(ruleSeverities).default('refuse'),
  field: id.nullable().default(null),
});

/** How the sections of a group part its form: headings that fold, or tabs. */
export const sectionLayouts = ['folding', 'tabs'] as const;
export type SectionLayout = (typeof sectionLayouts)[number];

/**
 * A named set of fields and the rule that says on what it appears.
 *
 * A shared set is a group that appears nowhere by itself: other groups include it.
 */
export interface FieldGroup {
  readonly id: string;
  readonly key: string;
  readonly label: string;
  readonly active: boolean;
  readonly shared: boolean;
  readonly sections: SectionLayout;
  readonly appearsOn: Condition;
  readonly rules: readonly Rule[];
  readonly fields: readonly Field[];
}

export const fieldGroupSchema: z.ZodType<FieldGroup> = z.strictObject({
  id,
  key,
  label,
  active: z.boolean().default(true),
  shared: z.boolean().default(false),
  sections: z.enum(sectionLayouts).default('folding'),
  appearsOn: conditionSchema,
  rules: z.array(ruleSchema).max(200).default([]),
  fields: z.array(fieldSchema).max(500).default([]),
});

export const labelPositions = ['above', 'beside', 'hidden'] as const;
export type LabelPosition = (typeof labelPositions)[number];

/** Where a value stands on the page when no template says otherwise. */
export const pageOrderItemSchema = z.strictObject({
  field: id,
  label: z.enum(labelPositions).default('beside'),
  format: z.string().max(60).nullable().default(null),
  shown: z.boolean().default(true),
});
export type PageOrderItem = Readonly<z.infer<typeof pageOrderItemSchema>>;

/** Where the entries of a type have their pages: a path with {slug} for the entry's own part. */
export const PAGE_ADDRESS_PATTERN = /^\/(?:[a-z0-9-]+\/)*\{slug\}$/;

/** A taxonomy whose terms the entries of a type can have. */
export const attachedTaxonomySchema = z.strictObject({
  taxonomy: id,
  several: z.boolean().default(true),
  listColumn: z.boolean().default(false),
});
export type AttachedTaxonomy = Readonly<z.infer<typeof attachedTaxonomySchema>>;

/** Words of a type's own; what is not set is made from singular and plural. */
export const typeLabelsSchema = z.strictObject({
  newEntry: z.string().max(100).default(''),
  titleLabel: z.string().max(100).default(''),
  empty: z.string().max(300).default(''),
});
export type TypeLabels = Readonly<z.infer<typeof typeLabelsSchema>>;

/** What the entries of a type have beside their values. */
export const typeFeaturesSchema = z.strictObject({
  /** A page of its own for each entry. */
  page: z.boolean().default(true),
  /** Entries of the same type above it. */
  parent: z.boolean().default(false),
  /** Who wrote it. */
  author: z.boolean().default(true),
  /** Read over the APIs by everybody who may read there at all; else only by programs whose token names the type. */
  publicApi: z.boolean().default(true),
});
export type TypeFeatures = Readonly<z.infer<typeof typeFeaturesSchema>>;

/** A template that pages of a type can have beside its standard one. */
export const pageTemplateSchema = z.strictObject({ id, label });
export type PageTemplate = Readonly<z.infer<typeof pageTemplateSchema>>;

/** A kind of entry, such as Post, Page or Hut. */
export interface ContentType {
  readonly id: string;
  readonly key: string;
  readonly pluralKey: string;
  readonly singular: string;
  readonly plural: string;
  readonly icon: string;
  readonly address: string;
  readonly pageOrder: readonly PageOrderItem[];
  readonly taxonomies: readonly AttachedTaxonomy[];
  readonly labels: TypeLabels;
  readonly features: TypeFeatures;
  readonly templates: readonly PageTemplate[];
}

/** What the parts of a content type are where nothing else is said. */
export const plainType = {
  pageOrder: [],
  taxonomies: [],
  labels: { newEntry: '', titleLabel: '', empty: '' },
  features: { page: true, parent: false, author: true, publicApi: true },
  templates: [],
} as const satisfies Partial<ContentType>;

/** What the parts of a field group are where nothing else is said. */
export const plainGroup = {
  active: true,
  shared: false,
  sections: 'folding',
  rules: [],
} as const satisfies Partial<FieldGroup>;

export const contentTypeSchema: z.ZodType<ContentType> = z.strictObject({
  id,
  key,
  pluralKey: key,
  singular: label,
  plural: label,
  icon: z
    .string()
    .regex(/^[a-z0-9_]{1,40}$/)
    .default('article'),
  address: z
    .string()
    .max(200)
    .regex(PAGE_ADDRESS_PATTERN, { message: 'A page address looks like /huts/{slug}' }),
  pageOrder: z.array(pageOrderItemSchema).max(2000).default([]),
  taxonomies: z.array(attachedTaxonomySchema).max(50).default([]),
  labels: typeLabelsSchema.default(plainType.labels),
  features: typeFeaturesSchema.default(plainType.features),
  templates: z.array(pageTemplateSchema).max(50).default([]),
});

/** A way to sort entries by terms, flat or as a tree. */
export interface Taxonomy {
  readonly id: string;
  readonly key: string;
  readonly pluralKey: string;
  readonly singular: string;
  readonly plural: string;
  readonly tree: boolean;
}

export const taxonomySchema: z.ZodType<Taxonomy> = z.strictObject({
  id,
  key,
  pluralKey: key,
  singular: label,
  plural: label,
  tree: z.boolean().default(false),
});

export const MODEL_FORMAT = 'tovlet-model';

/** All content types, taxonomies, field groups and shared sets of a workspace. */
export interface ModelDocument {
  readonly format: typeof MODEL_FORMAT;
  readonly version: 1;
  readonly contentTypes: readonly ContentType[];
  readonly taxonomies: readonly Taxonomy[];
  readonly groups: readonly FieldGroup[];
}

export const modelDocumentSchema: z.ZodType<ModelDocument> = z.strictObject({
  format: z.literal(MODEL_FORMAT),
  version: z.literal(1),
  contentTypes: z.array(contentTypeSchema).max(1000),
  taxonomies: z.array(taxonomySchema).max(500).default([]),
  groups: z.array(fieldGroupSchema).max(5000),
});

/** A model without anything in it. */
export const emptyModel: ModelDocument = {
  format: MODEL_FORMAT,
  version: 1,
  contentTypes: [],
  taxonomies: [],
  groups: [],
};

/**
 * Makes a field with every property set, so that callers name only what differs.
 * @example field({ id: 'f_1', key: 'altitude', label: 'Altitude', kind: 'number' }).required // => false
 */
export function field(given: Partial<Field> & Pick<Field, 'id' | 'key' | 'label' | 'kind'>): Field {
  return {
    publicLabel: '',
    help: '',
    required: false,
    unique: false,
    editors: 'change',
    default: null,
    active: true,
    shownWhen: null,
    width: 'full',
    inApi: true,
    filterable: false,
    searchable: false,
    listColumn: false,
    many: null,
    settings: {},
    fields: [],
    ...given,
  };
}
