import { say } from '@tovlet/core/locale/say';
import { inSentence } from '@tovlet/core/locale/say';
import type { ContentType, ModelDocument } from '@tovlet/core/model/document';
import { reachOf } from '@tovlet/core/model/reach';

/** A step from an empty workspace to a page that shows a value of one's own. */
export interface FirstStep {
  readonly kind: 'type' | 'field' | 'entry' | 'page';
  readonly label: string;
  readonly hint: string;
  readonly done: boolean;
}

/** The way as a whole: its steps, and the type and group that it goes on with. */
interface FirstSteps {
  readonly steps: readonly FirstStep[];
  readonly type: ContentType;
  /** The group that the fields go into; null while there is none. */
  readonly group: string | null;
}

/** The types that every new workspace has. */
const STARTERS: ReadonlySet<string> = new Set(['t_post', 't_page']);

/**
 * Finds how far a workspace has come.
 * @param document the model
 * @param counts entries by the id of their type
 * @param seen whether a page was looked at
 * @returns null where there is no content type to go on with
 */
export function firstStepsOf(
  document: ModelDocument,
  counts: Readonly<Record<string, number>>,
  seen: boolean,
): FirstSteps | null {
  const { contentTypes, groups } = document;
  const reaching = (type: ContentType) => groups.find(({ appearsOn }) => reachOf(appearsOn, type) !== 'none');
  const newest = [...contentTypes].reverse();
  const type =
    newest.find((each) => reaching(each) !== undefined) ??
    newest.find(({ id }) => !STARTERS.has(id)) ??
    contentTypes[0];
  if (!type) return null;
  const group = reaching(type) ?? null;
  const began = group !== null || !STARTERS.has(type.id);
  const hasFields = (group?.fields.length ?? 0) > 0;
  const hasEntry = (counts[type.id] ?? 0) > 0;
  const one = inSentence(type.singular);
  return {
    type,
    group: group?.id ?? null,
    steps: [
      {
        kind: 'type',
        label: began ? say`${type.plural} are to be entered` : say`Say what is entered`,
        hint: say`Make a content type, such as Event or Recipe, or take Post as it is.`,
        done: began,
      },
      {
        kind: 'field',
        label: say`Give it fields`,
        hint: say`What editors fill in for each ${one}: a date, a price, a picture.`,
        done: hasFields,
      },
      { kind: 'entry', label: say`Fill an entry`, hint: say`Make a ${one} and publish it.`, done: hasEntry },
      {
        kind: 'page',
        label: say`See its page`,
        hint: say`Values stand on it in the order of the fields. Templates change that.`,
        done: hasEntry && seen,
      },
    ],
  };
}
