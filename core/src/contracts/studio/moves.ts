import * as z from 'zod';
import { movePlanSchema, type MovePlan } from '../../packages/move-plan';
import type { PackageTable } from '../../packages/package-table';
import type { PlanProblem } from '../../packages/plan-problems';
import { importPhases, type ImportAnswer, type ImportPhase, type ImportRunAnswer } from './imports';

/** What is done with a whole package: the same as with a single file. */
export type MovePhase = ImportPhase;

/** A package that was uploaded. */
export const moveCreateSchema = z.strictObject({ upload: z.string().max(200) });
export type MoveCreate = z.input<typeof moveCreateSchema>;

/** What becomes of its tables, over the version that somebody saw. */
export const moveSaveSchema = z.strictObject({ version: z.int().min(1), plan: movePlanSchema });
export type MoveSave = z.input<typeof moveSaveSchema>;

/** What is done next. @property version the version of the move that somebody saw */
export const moveStartSchema = z.strictObject({ version: z.int().min(1), phase: z.enum(importPhases) });
export type MoveStart = z.input<typeof moveStartSchema>;

/** What became, or would become, of the rows of a table that are terms. */
export interface TermsReport {
  readonly rows: number;
  readonly made: number;
  readonly known: number;
  /** The terms that are made. */
  readonly ids: readonly string[];
  /** Why rows are not taken, or how terms differ from theirs. */
  readonly problems: readonly { readonly row: number; readonly title: string; readonly message: string }[];
}

/** By table, what came of its terms in each phase. */
export type TermsReports = Readonly<Record<string, { readonly [Phase in MovePhase]?: TermsReport }>>;

/** How far one of the phases has come. */
export interface MoveRunAnswer extends Pick<
  ImportRunAnswer,
  'phase' | 'state' | 'problem' | 'share' | 'isCurrent' | 'startedAt' | 'endedAt'
> {
  /** What it is at, in words; null once it is over. */
  readonly at: string | null;
}

/** A package that is brought in. */
export interface MoveAnswer extends Pick<
  ImportAnswer,
  'id' | 'version' | 'filename' | 'bytes' | 'author' | 'createdAt'
> {
  readonly title: string;
  readonly tables: readonly PackageTable[];
  readonly plan: MovePlan;
  /** What keeps it from being rehearsed. */
  readonly problems: readonly PlanProblem[];
  /** What becomes of the model, in words. */
  readonly changes: readonly string[];
  /** By table. */
  readonly terms: TermsReports;
  /** By table, the rows that become entries; none before they were rehearsed. */
  readonly imports: Readonly<Record<string, ImportAnswer>>;
  readonly runs: readonly MoveRunAnswer[];
}

/** A move in the list of them. */
export type MoveListItem = Pick<MoveAnswer, 'id' | 'filename' | 'title' | 'author' | 'createdAt'> & {
  /** The last thing that was done with it; null where nothing was. */
  readonly last: Pick<MoveRunAnswer, 'phase' | 'state'> | null;
};
