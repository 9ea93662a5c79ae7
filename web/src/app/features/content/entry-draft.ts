import type { Own } from '@tovlet/core/contracts/studio';
import type { Values } from '@tovlet/core/fields/repeater/row';
import { isJsonObject } from '@tovlet/core/json';
import type { Draft } from '../../shell/edits/draft';

/** What was typed into an entry's form and the server does not have. */
export interface EntryDraft extends Draft {
  readonly content: Draft['content'] & {
    readonly own: Own;
    readonly values: Values;
    /** The values it was typed over. */
    readonly base: Values;
    /** What stood beside them; drafts of earlier versions of Tovlet do not say. */
    readonly ownBase?: Own;
    readonly slugIsOwn: boolean;
  };
}

/** Tells a draft of an entry that can be read. */
export const isEntryDraft = (draft: Draft): draft is EntryDraft =>
  isJsonObject(draft.content['own']) && isJsonObject(draft.content['values']);
