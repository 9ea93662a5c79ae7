import * as z from 'zod';
import { conditionSchema } from '../../conditions/condition';
import type { RehearsalReport } from '../../conversions/rehearsal';
import { modelChangeSchema, type ModelChange } from '../../model/changes/index';
import { setFieldSchema, type SetField } from '../../model/changes/set-field';
import type { ModelDocument } from '../../model/document';
import type { FieldProfile } from '../../profile/profile';
import type { QueryInput } from './query';

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

/** Takes the changes of one revision back, and nothing that was made since. */
export const undoSchema = z.strictObject({ revision: z.int().min(1) });
export type UndoRequest = Readonly<z.infer<typeof undoSchema>>;

/** What going back would change, in words. */
export interface RestorePlan {
  readonly changes: readonly string[];
}

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

/** A change of a field that is carried out on its values without keeping anything. */
export const rehearsalRequestSchema = z.strictObject({ change: setFieldSchema });
export type RehearsalRequest = Readonly<z.output<typeof rehearsalRequestSchema>>;

/** What a change of a field would make of its values. */
export interface RehearsalAnswer {
  /** The revision of the model that it was rehearsed on. */
  readonly revision: number;
  /** The change with all that it brings along, to be sent as it is. */
  readonly change: SetField;
  readonly report: RehearsalReport;
  /** What the things are called that the values refer to, by id. */
  readonly names: Readonly<Record<string, string>>;
}
