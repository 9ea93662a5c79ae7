import * as z from 'zod';
import { jsonObjectShape, jsonValueShape } from '../json-shape';
import { conditionSchema, type Condition } from '../conditions/condition';
import { fieldKinds, type FieldKind } from '../fields';
import type { JsonObject, JsonValue } from '../json';
import { ID_PATTERN } from '../ids';
import { KEY_PATTERN } from './keys';

const id = z.string().regex(ID_PATTERN, { message: 'Expected a permanent id' });
const key = z
  .string()
  .regex(KEY_PATTERN, { message: 'A key has lower-case letters, digits and _, a letter first' });
const label = z.string().trim().min(1, { message: 'A label cannot be empty' }).max(200);

export const fieldWidths = ['full', 'half', 'third'] as const;
export type FieldWidth = (typeof fieldWidths)[number];

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
  readonly default: JsonValue;
  readonly active: boolean;
  readonly shownWhen: Condition | null;
  readonly width: FieldWidth;
  readonly inApi: boolean;
  readonly filterable: boolean;
  readonly listColumn: boolean;
  readonly settings: JsonObject;
  /** Child fields, for types that have rows. */
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
    default: jsonValueShape.default(null),
    active: z.boolean().default(true),
    shownWhen: conditionSchema.nullable().default(null),
    width: z.enum(fieldWidths).default('full'),
    inApi: z.boolean().default(true),
    filterable: z.boolean().default(false),
    listColumn: z.boolean().default(false),
    settings: jsonObjectShape.default({}),
    fields: z.array(fieldSchema).max(500).default([]),
  }),
);

/** A named set of fields and the rule that says on which entries it appears. */
export interface FieldGroup {
  readonly id: string;
  readonly key: string;
  readonly label: string;
  readonly active: boolean;
  readonly appearsOn: Condition;
  readonly fields: readonly Field[];
}

export const fieldGroupSchema: z.ZodType<FieldGroup> = z.strictObject({
  id,
  key,
  label,
  active: z.boolean().default(true),
  appearsOn: conditionSchema,
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
}

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
});

export const MODEL_FORMAT = 'tovlet-model';

/** All content types and field groups of a workspace. */
export interface ModelDocument {
  readonly format: typeof MODEL_FORMAT;
  readonly version: 1;
  readonly contentTypes: readonly ContentType[];
  readonly groups: readonly FieldGroup[];
}

export const modelDocumentSchema: z.ZodType<ModelDocument> = z.strictObject({
  format: z.literal(MODEL_FORMAT),
  version: z.literal(1),
  contentTypes: z.array(contentTypeSchema).max(1000),
  groups: z.array(fieldGroupSchema).max(5000),
});

/** A model without anything in it. */
export const emptyModel: ModelDocument = { format: MODEL_FORMAT, version: 1, contentTypes: [], groups: [] };

/**
 * Makes a field with every property set, so that callers name only what differs.
 * @example field({ id: 'f_1', key: 'altitude', label: 'Altitude', kind: 'number' }).required // => false
 */
export function field(given: Partial<Field> & Pick<Field, 'id' | 'key' | 'label' | 'kind'>): Field {
  return {
    publicLabel: '',
    help: '',
    required: false,
    default: null,
    active: true,
    shownWhen: null,
    width: 'full',
    inApi: true,
    filterable: false,
    listColumn: false,
    settings: {},
    fields: [],
    ...given,
  };
}
