import { LRUCache } from 'lru-cache';
import type { ContentParts, ContentState } from '../revisions/content';
import type { FoundRow } from './find';

/** Documents of some entries as JSON, and what they are made of. */
export interface PresentedTexts {
  readonly byId: ReadonlyMap<string, string>;
  readonly parts: ContentParts;
}

/** What entries are presented as. */
export interface Presentation {
  readonly state: ContentState;
  /** What the documents are made of beside their entries, as far as the model says it. */
  readonly parts: ContentParts;
  /** What tells documents of the same entry from each other, such as the fields that were asked for. */
  readonly key: string;
  /** Presents entries anew; `parts` is `everything` where it cannot be said what they are made of. */
  present(ids: readonly string[]): Promise<PresentedTexts>;
}

/** So much memory is held by documents, in bytes. */
const MOST_BYTES = 64 * 1024 * 1024;

/**
 * The documents of entries, written out once for each writing of an entry and each state of what it refers to: whatever list they
 * stand in, their text is sent on.
 */
export class KeptTexts {
  private readonly kept = new LRUCache<string, string>({
    maxSize: MOST_BYTES,
    sizeCalculation: (text, key) => 256 + 2 * (text.length + key.length),
  });

  /**
   * The documents of entries.
   * @returns those that are published, and what they are made of
   */
  async of(rows: readonly FoundRow[], { state, parts, key, present }: Presentation): Promise<PresentedTexts> {
    const nameIn = (made: ContentParts) => {
      const before = `${state.tag(made)} ${key} `;
      return ({ id, writing }: FoundRow): string => `${before}${id} ${writing}`;
    };
    const [narrow, wide] = [nameIn(parts), nameIn('everything')];
    const byId = new Map<string, string>();
    let all = parts;
    for (const row of rows) {
      const own = this.kept.get(narrow(row));
      const text = own ?? this.kept.get(wide(row));
      if (text === undefined) continue;
      byId.set(row.id, text);
      if (own === undefined) all = 'everything';
    }
    const missing = rows.filter(({ id }) => !byId.has(id));
    if (missing.length === 0) return { byId, parts: all };
    const made = await present(missing.map(({ id }) => id));
    const name = nameIn(made.parts);
    for (const row of missing) {
      const text = made.byId.get(row.id);
      if (text === undefined) continue;
      byId.set(row.id, text);
      this.kept.set(name(row), text);
    }
    return { byId, parts: made.parts === 'everything' ? 'everything' : all };
  }
}
