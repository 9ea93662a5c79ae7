import * as z from 'zod';
import type { JsonObject } from '../../json';
import type { ImportReport, RowOutcome } from '../../transfer/import-report';
import type { CellChange } from '../../transfer/planned-entry';
import { importRecipeSchema, type ImportRecipe } from '../../transfer/recipe';
import type { RowProblem } from '../../transfer/row-problem';
import type { SourceColumn } from '../../transfer/source-table';

/** The formats of files whose rows become entries. */
export const importFormats = ['csv', 'xlsx', 'jsonl', 'json'] as const;
export type ImportFormat = (typeof importFormats)[number];

/** The encodings that texts are read in, by their names in the Encoding standard. @see https://encoding.spec.whatwg.org */
export const importEncodings = [
  'utf-8',
  'utf-16le',
  'utf-16be',
  'windows-1252',
  'iso-8859-15',
  'macintosh',
] as const;
export type ImportEncoding = (typeof importEncodings)[number];

/** How a file is read. */
export const importSourceSchema = z.strictObject({
  format: z.enum(importFormats),
  encoding: z.enum(importEncodings),
  /** What stands between the cells of a line, where it has lines. */
  delimiter: z.enum([',', ';', '\t', '|']),
  /** Whether the first line names the columns. */
  headings: z.boolean(),
});
export type ImportSource = z.output<typeof importSourceSchema>;

/** A file that was uploaded, and the type that its rows become entries of. */
export const importCreateSchema = z.strictObject({ upload: z.string().max(200), type: z.string().max(80) });
export type ImportCreate = z.input<typeof importCreateSchema>;

/** How the file is read and matched, over the version that somebody saw. */
export const importSaveSchema = z.strictObject({
  version: z.int().min(1),
  source: importSourceSchema,
  recipe: importRecipeSchema,
});
export type ImportSave = z.input<typeof importSaveSchema>;

/** What is done with all rows of a file. `take_back` undoes what `run` did. */
export const importPhases = ['rehearse', 'run', 'verify', 'take_back'] as const;
export type ImportPhase = (typeof importPhases)[number];

/** What is done next. @property version the version of the import that somebody saw */
export const importStartSchema = z.strictObject({ version: z.int().min(1), phase: z.enum(importPhases) });
export type ImportStart = z.input<typeof importStartSchema>;

/** How far one of them has come. */
export interface ImportRunAnswer {
  readonly phase: ImportPhase;
  /** `failed` where the file cannot be read on. */
  readonly state: 'running' | 'done' | 'stopped' | 'failed';
  /** Why it failed. */
  readonly problem: string | null;
  /** From 0 to 1. */
  readonly share: number;
  readonly report: ImportReport;
  /** Whether it was of the import as it is now matched. */
  readonly isCurrent: boolean;
  readonly startedAt: string;
  readonly endedAt: string | null;
}

/** A file that is brought in. */
export interface ImportAnswer {
  readonly id: string;
  readonly version: number;
  readonly filename: string;
  readonly bytes: number;
  readonly type: string;
  readonly source: ImportSource;
  readonly columns: readonly SourceColumn[];
  /** Why the file cannot be read so; null where it can. */
  readonly problem: string | null;
  readonly recipe: ImportRecipe;
  /** How sure the matches are that were proposed, by column. */
  readonly sureness: Readonly<Record<string, number>>;
  readonly runs: readonly ImportRunAnswer[];
  readonly author: string;
  readonly createdAt: string;
}

/** An import in the list of them. */
export type ImportListItem = Pick<ImportAnswer, 'id' | 'filename' | 'type' | 'author' | 'createdAt'> & {
  /** The last thing that was done with it; null where nothing was. */
  readonly last: Pick<ImportRunAnswer, 'phase' | 'state' | 'report'> | null;
};

/** What a recipe makes of the first rows, tried before it is saved. */
export interface ImportTrial {
  readonly rows: readonly ImportRowAnswer[];
}

/** A row of a file, and what became or would become of it. */
export interface ImportRowAnswer {
  readonly number: number;
  readonly outcome: RowOutcome;
  readonly title: string;
  /** The entry; null where there is none yet, or none any more. */
  readonly entry: string | null;
  readonly changes: readonly CellChange[];
  readonly problems: readonly RowProblem[];
  /** The row itself, where it is not taken. */
  readonly cells: JsonObject | null;
}

/** Which rows are looked at. */
export const importRowsSchema = z.strictObject({
  phase: z.enum(importPhases),
  outcome: z.enum(['new', 'changed', 'same', 'left', 'refused']),
  /** The number of the last row of the page before. */
  after: z.coerce.number().int().min(0).default(0),
});
export type ImportRowsQuery = z.input<typeof importRowsSchema>;

/** A page of them. */
export interface ImportRowsAnswer {
  readonly rows: readonly ImportRowAnswer[];
  /** Where the next page begins; null where there is none. */
  readonly next: number | null;
  /** What the ids are called that stand in values. */
  readonly names: Readonly<Record<string, string>>;
}
