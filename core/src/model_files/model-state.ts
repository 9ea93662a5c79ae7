import * as z from 'zod';
import { viewCreateSchema } from '../contracts/studio/views';
import type { ModelDocument } from '../model/document';
import { templateContentSchema, type TemplateContent } from '../templates/template';
import { ID_PATTERN } from '../ids';

const id = z.string().regex(ID_PATTERN, { message: 'Expected a permanent id' });

/** A saved template as it stands beside the model. */
export interface FiledTemplate {
  readonly id: string;
  readonly content: TemplateContent;
}

const viewShape = viewCreateSchema.omit({ shared: true }).shape;

export const filedViewSchema = z.strictObject({ id, ...viewShape });
/** A view of a list that everybody sees. */
export type FiledView = Readonly<z.output<typeof filedViewSchema>>;

const { mode, head, blocks, liquid } = templateContentSchema.shape;

/** A template as a file has it: Liquid line by line, so that differences can be read. */
export const filedTemplateSchema = z.strictObject({
  id,
  mode,
  head,
  blocks,
  liquid: z.array(z.string()).default([]).or(liquid),
});

/** All that is designed in a workspace: its model, and what stands on it. */
export interface ModelState {
  readonly document: ModelDocument;
  readonly templates: readonly FiledTemplate[];
  readonly views: readonly FiledView[];
}
