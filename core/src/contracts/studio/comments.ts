import * as z from 'zod';

/** The longest comment, in characters. */
export const COMMENT_BOUND = 4_000;

/** What somebody said. */
export interface CommentAnswer {
  readonly id: string;
  /** Who said it: the id of a person, who may have left by now. */
  readonly author: string;
  readonly authorName: string;
  /** Plain text. */
  readonly text: string;
  /** The ids of the people whom it names as `@name`. */
  readonly mentions: readonly string[];
  readonly at: string;
  /** When it was changed last; null where it is as it was written. */
  readonly changedAt: string | null;
}

/** What was said about one place of an entry, the first comment first. */
export interface ThreadAnswer {
  /** The id of its first comment. */
  readonly id: string;
  /** The steps to the field: its id, or the ids of fields and rows that lead to it; none for the whole entry. */
  readonly path: readonly string[];
  readonly comments: readonly CommentAnswer[];
  /** Who said when that nothing is left to be talked about; null as long as it is open. */
  readonly resolved: { readonly by: string; readonly at: string } | null;
}

/** What people say about an entry, those threads first that began first. */
export interface CommentsAnswer {
  readonly threads: readonly ThreadAnswer[];
}

const text = z
  .string()
  .max(COMMENT_BOUND, { message: `Keep it below ${COMMENT_BOUND} characters.` })
  .refine((said) => said.trim() !== '', { message: 'Write something first.' });
const mentions = z.array(z.string().max(60)).max(50).default([]);

export const commentWriteSchema = z.strictObject({
  /** What is spoken about; an answer is about what its thread is about. */
  path: z.array(z.string().max(120)).max(40).default([]),
  /** The thread that it answers in; a new one where none is named. */
  thread: z.string().max(60).nullable().default(null),
  text,
  mentions,
});
export type CommentWrite = z.input<typeof commentWriteSchema>;

export const commentChangeSchema = z.strictObject({ text, mentions });
export type CommentChange = z.input<typeof commentChangeSchema>;

export const commentResolveSchema = z.strictObject({ resolved: z.boolean() });
export type CommentResolve = z.input<typeof commentResolveSchema>;
