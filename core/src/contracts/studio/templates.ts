import * as z from 'zod';
import { PATH_TEXT_LIMIT } from '../../paths/text';
import type { HeadSite } from '../../templates/head/head-markup';
import type { PageHead } from '../../templates/head/page-head';
import type { SampleValue } from '../../templates/sample';
import { templateContentSchema, type TemplateContent } from '../../templates/template';

/** So many values can be asked for at once. */
export const SAMPLES_LIMIT = 500;

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
export const samplesSchema = z.strictObject({
  type: z.string(),
  entry: z.string(),
  /** Ways from the entry, as templates write them. */
  paths: z.array(z.string().min(1).max(PATH_TEXT_LIMIT)).max(SAMPLES_LIMIT),
});
export type SamplesRequest = Readonly<z.infer<typeof samplesSchema>>;
/** What an entry has where paths lead, by the paths; those that lead nowhere are not in it. */
export type SamplesAnswer = Readonly<Record<string, SampleValue>>;
/** A page as it would be. */
export interface PreviewAnswer {
  readonly html: string;
  /** What it tells search engines and other sites; null where there is no page. */
  readonly head: { readonly page: PageHead; readonly site: HeadSite } | null;
  readonly liquid: string;
  readonly error: { readonly message: string; readonly line: number } | null;
}
