import * as z from 'zod';
import type { JsonObject } from '../../json';
import { jsonObjectShape } from '../../json-shape';

/** What was typed into an entry and not saved yet, kept for everybody who edits it. Its status is that of the entry. */
export interface EntryCopy {
  /** Another one with each time it is kept. */
  readonly mark: string;
  /** The version of the entry that it was made over. */
  readonly base: number;
  readonly title: string;
  readonly slug: string;
  readonly parent: string | null;
  readonly template: string | null;
  readonly values: JsonObject;
  readonly updatedBy: string;
  readonly updatedAt: string;
}

/** Which copy somebody has seen: its mark; null for none. */
export const copyMark = z.string().max(60).nullable();

export const copySaveSchema = z.strictObject({
  mark: copyMark,
  base: z.int().min(1),
  /** Whatever stands there meanwhile: it is looked at when it is saved. */
  title: z.string().max(300),
  slug: z.string().max(100),
  parent: z.string().max(60).nullable(),
  template: z.string().max(60).nullable(),
  values: jsonObjectShape,
});
export type CopySave = z.infer<typeof copySaveSchema>;

/** How a copy was kept: who has it names it by its mark. */
export interface CopyKept {
  readonly mark: string;
  /** The version of the entry by now: what was saved since the copy was made over an earlier one is not in it. */
  readonly version: number;
  readonly updatedAt: string;
}

export const copyDropSchema = z.object({ mark: z.string().max(60) });
export type CopyDrop = z.input<typeof copyDropSchema>;
