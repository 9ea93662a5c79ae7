import * as z from 'zod';
import { say } from '../locale/say';
import type { ModelDocument } from './document';
import { keyFromLabel, keyProblem, pluralOf, slugFromTitle } from './keys';

const name = z
  .string()
  .trim()
  .min(1, { message: say`Give it a name.` })
  .max(200, { message: say`A name has up to 200 characters.` });

/** What a new group is called. */
export const newGroupSchema = z.object({ label: name });

/** What one of something new is called, and many. */
export const newNamesSchema = z.object({ singular: name, plural: name });

/** The keys that types and taxonomies of a model have, for one and for many. */
export const takenKeys = ({ contentTypes, taxonomies }: ModelDocument): readonly string[] =>
  [...contentTypes, ...taxonomies].flatMap(({ key, pluralKey }) => [key, pluralKey]);

/**
 * The address that pages of a new type have, made from its plural.
 * @example addressFor('Mountain passes') // => '/mountain-passes/{slug}'
 */
export const addressFor = (plural: string): string => `/${slugFromTitle(plural)}/{slug}`;

/**
 * What is asked of a new content type of a model: names whose pages and key no other one has.
 * @param current the model as it is at the time: others may change it while somebody fills in the names
 * @returns a schema whose messages say what is taken, or what a key may be
 * @example newTypeSchema(() => document).safeParse({ singular: 'Hut', plural: 'Huts', key: 'hut' }).success // => false
 */
export function newTypeSchema(
  current: () => ModelDocument,
): z.ZodObject<Record<'singular' | 'plural' | 'key', z.ZodType<string, string>>> {
  const isFree = (plural: string): boolean =>
    current().contentTypes.every(({ address }) => address !== addressFor(plural));
  return z.object({
    singular: name,
    plural: name.refine(isFree, {
      message: say`Another type has these page addresses. Change the plural.`,
    }),
    key: z.string().superRefine((key, context) => {
      const problem = takenKeys(current()).includes(key)
        ? say`The key ${key} is already used by another content type.`
        : keyProblem(key, 'type');
      if (problem !== null) context.addIssue({ code: 'custom', message: problem });
    }),
  });
}

/** Names of something new, as they are proposed. */
export interface ProposedNames {
  readonly plural: string;
  readonly key: string;
}

/**
 * Proposes plural and key for something that one word names; empty while there is none.
 * @param taken keys that others have
 * @example proposedNames('Mountain pass', []) // => { plural: 'Mountain passes', key: 'mountain_pass' }
 */
export function proposedNames(singular: string, taken: readonly string[]): ProposedNames {
  const one = singular.trim();
  return one === '' ? { plural: '', key: '' } : { plural: pluralOf(one), key: keyFromLabel(one, taken) };
}
