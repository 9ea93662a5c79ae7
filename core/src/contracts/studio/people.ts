import * as z from 'zod';
import type { JsonObject } from '../../json';
import { jsonObjectShape } from '../../json-shape';
import type { Role } from '../../roles';

export interface PersonSummary {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: Role;
}

/** One of the people of the workspace, with the values of the groups that appear on people. */
export interface PersonAnswer {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly version: number;
  readonly values: JsonObject;
}
export const valuesSaveSchema = z.strictObject({ version: z.int().min(1), values: jsonObjectShape });
export type ValuesSave = z.infer<typeof valuesSaveSchema>;
