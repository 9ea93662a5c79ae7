import * as z from 'zod';

/** A new token, by which a program reads the content APIs. */
export const tokenCreateSchema = z.strictObject({
  name: z.string().trim().min(1, { message: 'Give the token a name.' }).max(80),
  /** The ids of the types that are read by it; null for all, also those that come later. */
  types: z
    .array(z.string().max(60))
    .min(1, { message: 'Choose at least one type.' })
    .max(200)
    .nullable()
    .default(null),
  /** Whether drafts are read by it as well. */
  drafts: z.boolean().default(false),
});
export type TokenCreate = z.input<typeof tokenCreateSchema>;

/** A token without itself: that is told once, when it is made. */
export interface TokenAnswer {
  readonly id: string;
  /** What the program is called that reads by it. */
  readonly name: string;
  readonly createdAt: string;
  /** Who made it; null where they are gone. */
  readonly createdBy: string | null;
  /** The ids of the types that are read by it; null for all. */
  readonly types: readonly string[] | null;
  /** Whether drafts are read by it as well. */
  readonly drafts: boolean;
  /** When it was last read by, to the hour; null while it never was. */
  readonly lastUsedAt: string | null;
}

/** A token that was just made, and the text that programs send. */
export interface MadeToken extends TokenAnswer {
  readonly token: string;
}
