/** Whatever can be kept as it is. */
export type DraftContent = Readonly<Record<string, unknown>>;

/** What was typed into a form or template and not saved yet. */
export interface Draft {
  /** Whose it is and what it is about: see `draftKey`. */
  readonly key: string;
  /** When it was typed last, in milliseconds since 1970. */
  readonly at: number;
  /** The version it was typed over; 0 for something new. */
  readonly version: number;
  readonly content: DraftContent;
}

/** The key of a draft: everybody has their own. */
export const draftKey = (person: string, about: string): string => `${person} ${about}`;
