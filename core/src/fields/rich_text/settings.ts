import * as z from 'zod';
import { nothingBetween } from '../settings';
import { TEXT_BOUND } from '../text-limits';

/** What the toolbar can offer, in its order. */
export const richTextTools = [
  'headings',
  'bold',
  'italic',
  'lists',
  'link',
  'picture',
  'table',
  'quote',
  'rule',
  'code',
] as const;
const limit = z.int().min(0).max(TEXT_BOUND).nullable().default(null);

/** The settings of a field of the type Rich text, with their defaults. */
export const settings = z.object({
  tools: z
    .array(z.enum(richTextTools))
    .max(richTextTools.length)
    .default(['headings', 'bold', 'italic', 'lists', 'link', 'quote']),
  minLength: limit,
  maxLength: limit,
});
export type Settings = z.output<typeof settings>;

/** Why the settings leave nothing that could be entered; null where they leave something. */
export const contradiction = ({ minLength, maxLength }: Settings): string | null =>
  nothingBetween(minLength, maxLength);
