import * as z from 'zod';
import { jsonValueShape } from '../json-shape';

/** The most tables of a package. */
export const TABLE_LIMIT = 200;

/** The most columns of one of its tables. */
export const FIELD_LIMIT = 500;

const words = z.string().max(2000).default('');
const names = z.union([z.string(), z.array(z.string()).max(20)]).transform((of) => [of].flat());

const constraintsSchema = z.object({
  required: z.boolean().default(false),
  unique: z.boolean().default(false),
  minLength: z.number().optional(),
  maxLength: z.number().optional(),
  minimum: z.union([z.number(), z.string()]).optional(),
  maximum: z.union([z.number(), z.string()]).optional(),
  pattern: z.string().max(500).optional(),
  enum: z.array(jsonValueShape).max(500).optional(),
});

/** Words that mean true or false; version 1 allows one word alone. */
const truths = z
  .union([z.string(), z.array(z.string()).max(20)])
  .transform((of) => [of].flat())
  .optional();

/**
 * What a package says of a column. What it says besides is left out, for the standard allows anything.
 * @see https://datapackage.org/standard/table-schema/#field
 */
export const foreignFieldSchema = z.object({
  name: z.string().min(1).max(200),
  type: z.string().max(40).default('any'),
  format: z.string().max(100).default('default'),
  title: words,
  description: words,
  constraints: constraintsSchema.default({ required: false, unique: false }),
  categories: z
    .array(
      z.union([
        z.string().transform((value) => ({ value, label: value })),
        z
          .object({ value: z.string(), label: z.string().optional() })
          .transform(({ value, label = value }) => ({ value, label })),
      ]),
    )
    .max(500)
    .optional()
    .catch(undefined),
  trueValues: truths,
  falseValues: truths,
  decimalChar: z.string().max(3).default('.'),
  groupChar: z.string().max(3).default(''),
  bareNumber: z.boolean().default(true),
  /** What stands between the values of a list. */
  delimiter: z.string().max(5).default(','),
  itemType: z.string().max(40).default('string'),
});
/** A column of a table from elsewhere. */
export type ForeignField = Readonly<z.output<typeof foreignFieldSchema>>;

const foreignKeySchema = z.object({
  fields: names,
  reference: z.object({ resource: z.string().default(''), fields: names }),
});

const missing = z
  .array(z.union([z.string(), z.object({ value: z.string() }).transform(({ value }) => value)]))
  .max(50);

const tableSchemaSchema = z.object({
  fields: z.array(foreignFieldSchema).max(FIELD_LIMIT),
  primaryKey: names.default([]),
  foreignKeys: z.array(foreignKeySchema).max(100).default([]),
  missingValues: missing.default(['']),
});

const dialectSchema = z.object({ delimiter: z.string().default(','), header: z.boolean().default(true) });

/**
 * A table of a package.
 * @see https://datapackage.org/standard/data-resource/
 */
export const resourceSchema = z.object({
  name: z.string().min(1).max(200),
  path: names.default([]),
  title: words,
  description: words,
  encoding: z.string().max(40).default('utf-8'),
  dialect: dialectSchema.optional(),
  schema: tableSchemaSchema.optional(),
});
export type Resource = Readonly<z.output<typeof resourceSchema>>;

/**
 * Tables that belong together, with what their columns are: version 1 and 2 of the standard.
 * @see https://datapackage.org/standard/data-package/
 */
export const dataPackageSchema = z.object({
  name: z.string().max(200).default(''),
  title: words,
  resources: z.array(resourceSchema).min(1).max(TABLE_LIMIT),
});
/** The name of the file that describes a package. */
export const DESCRIPTOR = 'datapackage.json';
