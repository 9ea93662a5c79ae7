import * as z from 'zod';
import type { RehearsalReport } from '../../conversions/rehearsal';

/** So many files are taken at once, and so long paths. */
const MOST_FILES = 20_000;
const LONGEST_PATH = 300;

export const preferences = ['files', 'workspace'] as const;
/** Whose word holds where both changed the same; null where somebody has to decide first. */
export type Preference = (typeof preferences)[number] | null;

/** The model of the workspace as files: texts by their paths. */
export interface ModelFilesAnswer {
  readonly files: Readonly<Record<string, string>>;
}

const choice = {
  files: z
    .record(z.string().max(LONGEST_PATH), z.string())
    .refine((files) => Object.keys(files).length <= MOST_FILES, {
      message: 'So many files are no model.',
    }),
  /** Whether what has no file is removed; else it stays as it is. */
  isWhole: z.boolean().default(false),
  prefer: z.enum(preferences).nullable().default(null),
};

/** Asks what bringing files in comes to. */
export const filesPlanSchema = z.strictObject({
  ...choice,
  /** Whether changes of fields are carried out on their values, without keeping anything. */
  rehearse: z.boolean().default(true),
});
export type FilesPlanRequest = z.input<typeof filesPlanSchema>;

/** Brings files in, as it was planned on that revision of the model. */
export const filesTakeSchema = z.strictObject({ ...choice, revision: z.int().min(0) });
export type FilesTake = z.input<typeof filesTakeSchema>;

/** Something wrong in a file, or something in it that is left out. */
export interface FileProblem {
  readonly severity: 'error' | 'warning';
  /** The path of the file; empty where it is about the model that they make together. */
  readonly file: string;
  /** Where in it, as a JSON Pointer (RFC 6901); empty for the whole. */
  readonly at: string;
  readonly message: string;
}

/** Something that the files and the workspace both changed, each in another way. */
export interface FileConflict {
  readonly target: string;
  /** What of it; null where it was added or removed as a whole. */
  readonly property: string | null;
  /** What the files would do, in words. */
  readonly files: string;
  /** What was done in the workspace, in words. */
  readonly workspace: string;
}

/** What becomes of a template or a saved query. */
export interface BesideChange {
  readonly kind: 'template' | 'saved_query';
  readonly what: 'made' | 'changed' | 'removed';
  readonly id: string;
  readonly name: string;
}

/** What becomes of the values of a field. */
export interface FieldRehearsal {
  readonly field: string;
  readonly label: string;
  /** Of a field that goes, null: all its values go with it. */
  readonly report: RehearsalReport | null;
  /** How many things have a value in it. */
  readonly values: number;
}

/** What bringing files in comes to, or came to. */
export interface FilesPlanAnswer {
  readonly revision: number;
  /** The revision that the files were written at; null where that is not known, so that they are taken as they stand. */
  readonly base: number | null;
  /** Each change of the model, in words. */
  readonly changes: readonly string[];
  readonly beside: readonly BesideChange[];
  readonly conflicts: readonly FileConflict[];
  /** What keeps the files from being brought in (errors), and what is left out. */
  readonly problems: readonly FileProblem[];
  readonly rehearsals: readonly FieldRehearsal[];
}
