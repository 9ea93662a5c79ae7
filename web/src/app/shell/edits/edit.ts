import type { EntryCreate, EntrySave } from '@tovlet/core/contracts/studio';
import type { ModelChange } from '@tovlet/core/model/changes/index';
import type { TemplateContent } from '@tovlet/core/templates/template';

/** What each kind of edit holds. */
export interface EditBodies {
  /** Changes of the model: made on a revision, with later revisions that are one's own. */
  model: {
    readonly base: number;
    readonly own: readonly number[];
    readonly changes: readonly ModelChange[];
  };
  entry_create: { readonly entry: EntryCreate };
  entry_save: { readonly id: string; readonly entry: EntrySave };
  template: { readonly id: string; readonly version: number; readonly content: TemplateContent };
}
export type EditKind = keyof EditBodies;

/** An edit that the server has not acknowledged yet. */
export type Edit<Kind extends EditKind = EditKind> = {
  readonly [Each in Kind]: {
    /** By which the server knows it again when it is sent twice. */
    readonly id: string;
    readonly kind: Each;
    /** What it is about, such as `model` or `entry e_1`. */
    readonly about: string;
    /** What was done, in a few words. */
    readonly words: string;
    readonly body: EditBodies[Each];
    /** Whose it is: it waits while somebody else is signed in. */
    readonly person: string;
    /** The tab that sends it. */
    readonly tab: string;
    /** When it was made, in milliseconds since 1970; also its place in the order. */
    readonly at: number;
    /** Why the server refused it; null while it waits. */
    readonly refused: string | null;
  };
}[Kind];
