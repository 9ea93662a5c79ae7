import type { EntryIssue } from '../../issues/issue';
import * as z from 'zod';
import type { JsonObject } from '../../json';
import { jsonObjectShape } from '../../json-shape';
import { PATH_TEXT_LIMIT } from '../../paths/text';
import type { FacetRange } from '../../queries/ranges';
import type { ExcerptPiece } from '../../search/excerpt';
import type { QueryInput } from './query';
import { copyMark, type EntryCopy } from './copies';
import type { ScheduledAction } from './schedules';
import { slug } from './slug';

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

/** An entry as it is opened: with its working copy; null where everything is saved. */
export interface OpenedEntry extends EntryAnswer {
  readonly copy: EntryCopy | null;
}

/** What stands in the way of an entry being published with its working copy, and which version that is of. */
export interface ReadinessAnswer {
  readonly version: number;
  /** The working copy that was looked at; null where there is none. */
  readonly copy: string | null;
  readonly hindrances: readonly EntryIssue[];
}

const title = z.string().trim().min(1, { message: 'An entry needs a title.' }).max(300);
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
  /** The working copy that is saved with it, and is one no more. Left out, a copy stays as it is. */
  copy: copyMark.optional(),
});
/** A try whether a text is an entry's secret. */
export const verifySchema = z.strictObject({
  path: z.array(z.string().max(120)).min(1).max(20).readonly(),
  text: z.string().min(1).max(200),
});
export type Verify = z.input<typeof verifySchema>;
export type EntryCreate = z.input<typeof entryCreateSchema>;
export type EntrySave = z.infer<typeof entrySaveSchema>;

/**
 * One line of the entry list: its own properties, and what stands in its columns by the text of their paths. What is referred to
 * stands there by its name; where there may be several values, as a list.
 */
export interface EntryListItem {
  readonly id: string;
  readonly title: string;
  readonly slug: string;
  readonly status: EntryStatus;
  readonly updatedAt: string;
  readonly columns: JsonObject;
}
/** What is under way with an entry: changes that are not saved, and what is planned for it. */
export interface UnderWay {
  readonly changed: boolean;
  /** The next thing that is planned; null for nothing. */
  readonly planned: Pick<ScheduledAction, 'action' | 'at' | 'problem'> | null;
}

export interface EntryListAnswer {
  readonly items: readonly EntryListItem[];
  readonly total: number;
  /** What is under way, by the ids of the entries with which something is. */
  readonly underWay: Readonly<Record<string, UnderWay>>;
  /** In how many places something is wrong with their stored values, by the ids of those where it is. */
  readonly findings: Readonly<Record<string, number>>;
  /** Where words were searched for: what stands around them in entries that were found by more than their title, by id. */
  readonly excerpts?: Readonly<Record<string, readonly ExcerptPiece[]>>;
}
/** A condition of a query as JSON; nothing stands for none. */
const filter = z.string().max(20_000).default('');

/** What is found wrong with them: `any`, or one finding as `findingText` writes it; nothing asks for none. */
const finding = z.string().max(400).default('');

export const entryListSchema = z.strictObject({
  type: z.string(),
  search: z.string().max(200).default(''),
  /** The path by which it is put in order, as a text. */
  sort: z.string().max(PATH_TEXT_LIMIT).default('title'),
  descending: z.stringbool().default(false),
  status: z.enum(entryStatuses).optional(),
  filter,
  finding,
  /** The paths whose values are shown, as texts with commas between. */
  columns: z.string().max(10_000).default(''),
  offset: z.coerce.number().int().min(0).max(1_000_000).default(0),
  limit: z.coerce.number().int().min(1).max(200).default(50),
});
export type EntryListQuery = QueryInput<z.output<typeof entryListSchema>, 'type'>;

export const exportFormats = ['csv', 'xlsx', 'jsonl'] as const;
export type ExportFormat = (typeof exportFormats)[number];

/** All that a list finds, as a file. */
export const entryExportSchema = entryListSchema
  .omit({ offset: true, limit: true })
  .extend({ format: z.enum(exportFormats) });
export type EntryExportQuery = QueryInput<z.output<typeof entryExportSchema>, 'type' | 'format'>;

/** Counts the entries of a list by what they have. */
export const entryFacetsSchema = entryListSchema.pick({
  type: true,
  search: true,
  filter: true,
  finding: true,
});
export type EntryFacetsQuery = QueryInput<z.output<typeof entryFacetsSchema>, 'type'>;

/** How many entries have a value. */
export interface FacetCount {
  readonly value: string;
  readonly count: number;
  /** What the id of something referred to, or a choice, is called; null for other values. */
  readonly label: string | null;
}

/** The counts of one facet, the most first; terms with all that stand below them. Numbers and days have ranges in order. */
export interface FacetAnswer {
  readonly keys: string;
  readonly counts: readonly FacetCount[];
  readonly ranges: readonly FacetRange[];
}

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
