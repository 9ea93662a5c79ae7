import * as z from 'zod';
import type { JsonObject } from '../../json';
import { jsonObjectShape } from '../../json-shape';
import { roles, type Role } from '../../roles';
import { email } from './email';

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
  /** Null for whoever may not see it: developers see all, everybody their own. */
  readonly email: string | null;
  readonly role: Role;
  /** Whether they can sign in: false until an invitation is taken. */
  readonly joined: boolean;
  readonly version: number;
  readonly values: JsonObject;
}
export const valuesSaveSchema = z.strictObject({ version: z.int().min(1), values: jsonObjectShape });
export type ValuesSave = z.infer<typeof valuesSaveSchema>;

const name = z.string().trim().min(1, { message: 'Say what they are called.' }).max(100);
const role = z.enum(roles);

export const invitationSchema = z.strictObject({ name, email, role });
export type Invitation = z.infer<typeof invitationSchema>;

/** A link that lets somebody in once. It is told once: only its hash is kept. */
export interface SignInLink {
  /** The address in the workbench, from its first slash. */
  readonly path: string;
  readonly expiresAt: string;
}
/** Somebody who was added, and the link to give them. */
export interface InvitedAnswer {
  readonly person: PersonAnswer;
  readonly link: SignInLink;
}

export const accountSaveSchema = z.strictObject({ version: z.int().min(1), name, email, role });
export type AccountSave = z.infer<typeof accountSaveSchema>;

/** What becomes of the entries of somebody who goes: kept without an author, given to somebody, or deleted. */
export const entriesOfGone = ['keep', 'give', 'delete'] as const;
export const personRemovalSchema = z.strictObject({
  entries: z.enum(entriesOfGone),
  to: z.string().optional(),
});
export type PersonRemoval = z.infer<typeof personRemovalSchema>;

/** How many entries have somebody as their author. */
export interface AuthoredAnswer {
  readonly entries: number;
}
