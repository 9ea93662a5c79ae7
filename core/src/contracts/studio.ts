import * as z from 'zod';
import type { Role } from '../roles';
import { conditionSchema } from '../conditions/condition';
import { jsonObjectShape } from '../json-shape';
import type { JsonObject } from '../json';
import { modelChangeSchema, type ModelChange } from '../model/changes/index';
import type { ModelDocument } from '../model/document';
import { SLUG_PATTERN } from '../model/keys';
import type { FieldProfile } from '../profile/profile';
import { templateContentSchema, type TemplateContent } from '../templates/template';

/** Shapes of the workbench's own API, shared by server and workbench. */

/** What a query may hold: the values of an address are text, what is left out has a default. */
type QueryInput<Output, Needed extends keyof Output = never> = Readonly<
  Pick<Output, Needed> & Partial<Output>
>;

export { roles, type Role } from '../roles';

export interface PersonSummary {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: Role;
}

/** Who is signed in, and what the workspace lets a visitor of the workbench do next. */
export interface SessionAnswer {
  readonly person: PersonSummary | null;
  readonly workspace: { readonly name: string };
  /** Nobody has an account yet: the first one is to be made. */
  readonly needsFirstAccount: boolean;
  /** People to sign in as by one click; demo mode only. */
  readonly demoPeople: readonly PersonSummary[];
}

/** @see https://www.rfc-editor.org/errata/eid1690 */
const EMAIL_MAX_LENGTH = 254;
const email = z
  .string()
  .max(EMAIL_MAX_LENGTH, { message: 'This email address is too long.' })
  .trim()
  .toLowerCase()
  .pipe(z.email({ message: 'An email address looks like name@example.org.' }));
export const PASSWORD_MIN_LENGTH = 10;
const newPassword = z
  .string()
  .min(PASSWORD_MIN_LENGTH, { message: `A password has at least ${PASSWORD_MIN_LENGTH} characters.` })
  .max(200);

export const firstAccountSchema = z.strictObject({
  workspace: z.string().trim().min(1, { message: 'Give the workspace a name.' }).max(100),
  name: z.string().trim().min(1, { message: 'Say what you are called.' }).max(100),
  email,
  password: newPassword,
});
export type FirstAccount = z.infer<typeof firstAccountSchema>;

export const signInSchema = z.strictObject({ email, password: z.string().min(1).max(200) });
export type SignIn = z.input<typeof signInSchema>;
export const demoSignInSchema = z.strictObject({ person: z.string() });
export type DemoSignIn = z.input<typeof demoSignInSchema>;

export interface ModelAnswer {
  readonly revision: number;
  readonly document: ModelDocument;
  /** The revision that the changes made, where some were sent. */
  readonly own?: number;
}

export const modelChangesSchema = z.strictObject({
  baseRevision: z.int().min(0),
  /** Later revisions that are one's own: what these changed was known when the changes were made. */
  ownRevisions: z.array(z.int().min(1)).max(500).readonly().default([]),
  changes: z.array(modelChangeSchema).min(1).max(500).readonly(),
});
export interface ModelChangesRequest {
  readonly baseRevision: number;
  readonly ownRevisions?: readonly number[];
  readonly changes: readonly ModelChange[];
}

/** A saved step of the model's history. */
export interface RevisionSummary {
  readonly revision: number;
  readonly summary: string;
  readonly author: string;
  readonly createdAt: string;
}

/** Asks for steps of the history, the newest first: those before a revision, those that concern a group. */
export const historyQuerySchema = z.object({
  before: z.coerce.number().int().min(1).optional(),
  group: z.string().max(60).optional(),
});
export type HistoryQuery = Readonly<z.infer<typeof historyQuerySchema>>;
export interface HistoryAnswer {
  readonly revisions: readonly RevisionSummary[];
  /** Whether there are older ones. */
  readonly more: boolean;
}

/** One revision with every change of it in words. */
export interface RevisionAnswer extends RevisionSummary {
  readonly changes: readonly string[];
}
/** Goes back to a revision: the whole model, or one group alone. */
export const restoreSchema = z.strictObject({
  revision: z.int().min(1),
  group: z.string().max(60).optional(),
});
export type RestoreRequest = Readonly<z.infer<typeof restoreSchema>>;

/** What going back would change, in words. */
export interface RestorePlan {
  readonly changes: readonly string[];
}

export const entryStatuses = ['draft', 'published'] as const;
export type EntryStatus = (typeof entryStatuses)[number];

export interface EntryAnswer {
  readonly id: string;
  readonly type: string;
  readonly title: string;
  readonly slug: string;
  readonly status: EntryStatus;
  readonly version: number;
  readonly values: JsonObject;
  readonly createdAt: string;
  readonly updatedAt: string;
  readonly publishedAt: string | null;
  readonly updatedBy: string;
  /** The person who made it; null for what came by import. */
  readonly author: string | null;
  /** The entry above it. */
  readonly parent: string | null;
  /** The template chosen for its page; null for the standard one. */
  readonly template: string | null;
  /** The address of its page, whether it is published or not. */
  readonly url: string;
}

const title = z.string().trim().min(1, { message: 'An entry needs a title.' }).max(300);
const slug = z
  .string()
  .max(100)
  .regex(SLUG_PATTERN, { message: 'A slug has lower-case letters, digits and single hyphens.' });

export const entryCreateSchema = z.strictObject({
  type: z.string(),
  title,
  slug: slug.optional(),
  status: z.enum(entryStatuses).default('draft'),
  parent: z.string().max(60).nullable().default(null),
  template: z.string().max(60).nullable().default(null),
  values: jsonObjectShape.default({}),
});
export const entrySaveSchema = z.strictObject({
  version: z.int().min(1),
  title,
  slug,
  status: z.enum(entryStatuses),
  /** Left out, it stays where it is. */
  parent: z.string().max(60).nullable().optional(),
  template: z.string().max(60).nullable().optional(),
  values: jsonObjectShape,
});
/** A try whether a text is an entry's secret. */
export const verifySchema = z.strictObject({
  path: z.array(z.string().max(120)).min(1).max(20).readonly(),
  text: z.string().min(1).max(200),
});
export type Verify = z.input<typeof verifySchema>;
export type EntryCreate = z.input<typeof entryCreateSchema>;
export type EntrySave = z.infer<typeof entrySaveSchema>;

/** One line of the entry list: its own properties and the values of the list columns by field id. */
export interface EntryListItem {
  readonly id: string;
  readonly title: string;
  readonly slug: string;
  readonly status: EntryStatus;
  readonly updatedAt: string;
  readonly columns: JsonObject;
}
export interface EntryListAnswer {
  readonly items: readonly EntryListItem[];
  readonly total: number;
}
export const entryListSchema = z.strictObject({
  type: z.string(),
  search: z.string().max(200).default(''),
  sort: z.string().max(60).default('title'),
  descending: z.stringbool().default(false),
  status: z.enum(entryStatuses).optional(),
  offset: z.coerce.number().int().min(0).max(1_000_000).default(0),
  limit: z.coerce.number().int().min(1).max(200).default(50),
});
export type EntryListQuery = QueryInput<z.output<typeof entryListSchema>, 'type'>;

/** Finds entries by words; without any, those that were changed last. Types have commas between them, none means all. */
export const entrySearchSchema = z.object({
  q: z.string().trim().max(100),
  types: z.string().max(2000).default(''),
});
export type EntrySearch = z.input<typeof entrySearchSchema>;

/** Finds what entries are called by their ids, with commas between them. */
export const entryTitlesSchema = z.object({ ids: z.string().max(40_000) });
export type EntryTitles = z.input<typeof entryTitlesSchema>;

/** The version of an entry that somebody saw who wants it deleted. */
export const entryVersionSchema = z.object({ version: z.coerce.number().int().min(1) });
export type EntryVersion = z.output<typeof entryVersionSchema>;

/** How many entries each type has (and how many terms, people, media there are), and how many each group reaches. */
export interface CountsAnswer {
  readonly types: Readonly<Record<string, number>>;
  readonly groups: Readonly<
    Record<
      string,
      {
        readonly count: number;
        readonly examples: readonly string[];
        /** How many entries of each type it reaches. */
        readonly types: Readonly<Record<string, number>>;
      }
    >
  >;
}

/** How much of a group's fields is filled, counted over its most recent entries. */
export interface FillAnswer {
  /** Entries looked at. */
  readonly entries: number;
  /** By field id: how often it is filled, and how often it could be. For fields in rows, rows are counted. */
  readonly fields: Readonly<Record<string, { readonly filled: number; readonly of: number }>>;
}

/** What a field holds. Words of references are names. */
export interface ProfileAnswer {
  readonly profile: FieldProfile;
  /** Entries looked at, the newest of each type first; terms, people and media as well. */
  readonly looked: number;
  /** All that could be looked at. */
  readonly of: number;
}

/** What a profile is asked for; without `all` it stops after a moment. */
export const profileQuerySchema = z.object({ all: z.stringbool().default(false) });
export type ProfileQuery = QueryInput<z.output<typeof profileQuerySchema>>;

/** A term with how many entries have it. */
export interface TermAnswer {
  readonly id: string;
  readonly taxonomy: string;
  readonly parent: string | null;
  readonly slug: string;
  readonly label: string;
  readonly position: number;
  readonly version: number;
  readonly entries: number;
  readonly values: JsonObject;
}
export const termsQuerySchema = z.object({ taxonomy: z.string().max(60).optional() });
export type TermsQuery = z.output<typeof termsQuerySchema>;
const termLabel = z.string().trim().min(1, { message: 'A term needs a label.' }).max(200);
const termParent = z.string().max(60).nullable();
export const termCreateSchema = z.strictObject({
  taxonomy: z.string().max(60),
  label: termLabel,
  slug: slug.optional(),
  parent: termParent.default(null),
});
export const termSaveSchema = z.strictObject({
  version: z.int().min(1),
  label: termLabel,
  slug,
  values: jsonObjectShape,
});
export type TermCreate = z.input<typeof termCreateSchema>;
/** A new place of a term: below another one, and before which sibling; at the end where that is null. */
export const termMoveSchema = z.strictObject({ parent: termParent, before: termParent });
export const termMergeSchema = z.strictObject({ into: z.string().max(60) });
export type TermMove = z.infer<typeof termMoveSchema>;
export type TermMerge = z.infer<typeof termMergeSchema>;
export type TermSave = z.infer<typeof termSaveSchema>;

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

/** A try of a rule or a condition on the entries that are there. */
export const tryRuleSchema = z.strictObject({
  group: z.string().max(60),
  expression: z.string().max(2000),
});
export type TryRule = z.input<typeof tryRuleSchema>;
export interface TriedAnswer {
  /** Entries looked at, of how many. */
  readonly looked: number;
  readonly of: number;
  readonly holds: number;
  /** Some of those for which it does not hold. */
  readonly failing: readonly { readonly id: string; readonly type: string; readonly title: string }[];
}
export const tryConditionSchema = z.strictObject({
  group: z.string().max(60),
  field: z.string().max(120),
  condition: conditionSchema,
});
export type TryCondition = Readonly<z.infer<typeof tryConditionSchema>>;

export interface MediumAnswer {
  readonly id: string;
  readonly filename: string;
  readonly mime: string;
  readonly bytes: number;
  readonly width: number;
  readonly height: number;
  readonly alt: string;
  readonly url: string;
  readonly variants: readonly { readonly url: string; readonly width: number; readonly height: number }[];
  readonly createdAt: string;
  readonly version: number;
  readonly values: JsonObject;
}
/** Asks for media, the newest first. */
export const mediaQuerySchema = z.object({
  search: z.string().max(100).default(''),
  kind: z.enum(['image']).optional(),
  limit: z.coerce.number().int().min(1).max(200).default(60),
  offset: z.coerce.number().int().min(0).default(0),
});
export type MediaQuery = QueryInput<z.output<typeof mediaQuerySchema>>;
export const mediumSaveSchema = z.strictObject({
  version: z.int().min(1),
  alt: z.string().max(500),
  values: jsonObjectShape.optional(),
});
export type MediumSave = z.infer<typeof mediumSaveSchema>;

/** A template: the saved one, or the default made from the page order. */
export interface TemplateAnswer {
  /** That of the type for its standard template. */
  readonly id: string;
  readonly type: string;
  /** 0 while nothing is saved. */
  readonly version: number;
  readonly content: TemplateContent;
  readonly liquid: string;
}
/** A template as it is saved, for the checks and the index of uses. */
export interface SavedTemplateAnswer {
  readonly id: string;
  readonly version: number;
  readonly content: TemplateContent;
}
export const templateSaveSchema = z.strictObject({ version: z.int().min(0), content: templateContentSchema });
export type TemplateSave = Readonly<z.infer<typeof templateSaveSchema>>;
export const previewSchema = z.strictObject({
  type: z.string(),
  entry: z.string().nullable(),
  content: templateContentSchema,
});
export type PreviewRequest = Readonly<z.infer<typeof previewSchema>>;
export interface PreviewAnswer {
  readonly html: string;
  readonly liquid: string;
  readonly error: { readonly message: string; readonly line: number } | null;
}

/** One error of a problem, at a place of the request. */
export interface ProblemError {
  /** A JSON Pointer (RFC 6901) into the request's body, or the name of a parameter. */
  readonly path: string;
  readonly message: string;
  readonly code?: string;
}

/** The body of every refusal, RFC 9457. */
export interface Problem {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail?: string;
  readonly errors?: readonly ProblemError[];
  /** What the caller needs to resolve a conflict. */
  readonly current?: JsonObject;
}

export type { ModelChange };
