import * as z from 'zod';
import type { JsonObject, JsonValue } from './json';

/** The shape of any JSON value. */
export const jsonValueShape: z.ZodType<JsonValue> = z.json();

/** The shape of an object of JSON values. */
export const jsonObjectShape: z.ZodType<JsonObject> = z.record(z.string(), z.json());
