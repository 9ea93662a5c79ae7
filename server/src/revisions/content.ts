import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { dayFrom } from '@tovlet/core/conditions/relative-day';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { sql } from 'drizzle-orm';
import { selectRows, type Connection } from '../db/connect';

/** A part of the content whose writes are counted apart from those of others. */
export type ContentPart = 'terms' | 'media' | 'people' | 'settings' | 'templates' | `entries ${string}`;

/** What an answer is made of; `everything` where it cannot be said before. */
export type ContentParts = ReadonlySet<ContentPart> | 'everything';

/** The part that the entries of a type are. */
export const entriesPart = ({ contentType }: CompiledType): ContentPart => `entries ${contentType.id}`;

/** The program that runs: another one may write other answers. In a build, this file is all of the server. */
const program = createHash('sha1')
  .update(readFileSync(fileURLToPath(import.meta.url)))
  .digest('base64url');

/** How often everything was written that answers are made of, at one moment. */
export class ContentState {
  private readonly tags = new Map<string, string>();

  constructor(
    readonly modelRevision: number,
    /** When the workspace was made: counting begins anew with another. */
    private readonly madeAt: string,
    readonly day: string,
    private readonly revisions: ReadonlyMap<string, number>,
  ) {}

  /**
   * Names the state of some parts: as long as nothing of them is written, and the model and the day are the same, it is the same.
   * @example state.tag(new Set(['media'])) // => 'pQ2…'
   */
  tag(parts: ContentParts): string {
    const sorted = [...(parts === 'everything' ? this.revisions.keys() : parts)].sort();
    const name = sorted.join('|');
    const known = this.tags.get(name) ?? this.hash(sorted);
    this.tags.set(name, known);
    return known;
  }

  private hash(parts: readonly string[]): string {
    const counted = parts.map((part) => [part, this.revisions.get(part) ?? 0]);
    const state = JSON.stringify([program, this.madeAt, this.modelRevision, this.day, counted]);
    return createHash('sha1').update(state).digest('base64url');
  }
}

interface StateRow {
  readonly modelRevision: number;
  readonly madeAt: string;
  readonly revisions: Readonly<Record<string, number>> | null;
}

const today = (): string => dayFrom({ today: 0, unit: 'days' });

const EMPTY: StateRow = { modelRevision: 0, madeAt: '', revisions: null };

const stateFrom = ({ modelRevision, madeAt, revisions }: StateRow): ContentState =>
  new ContentState(modelRevision, madeAt, today(), new Map(Object.entries(revisions ?? {})));

/** Knows the state of the content, whichever process wrote last. */
export class ContentRevisions {
  private known: { readonly state: ContentState; readonly writes: number } | null = null;
  private reading: Promise<ContentState> | null = null;
  private next: Promise<ContentState> | null = null;

  constructor(private readonly connection: Connection) {}

  /** The state as it is when this is asked, or later: never one from before. */
  async current(): Promise<ContentState> {
    const writes = this.connection.writes();
    const { known } = this;
    if (known !== null && known.writes === writes && known.state.day === today()) return known.state;
    const state = await this.readForAll();
    if (writes !== null) this.known = { state, writes };
    return state;
  }

  /** One statement for everybody who asks meanwhile. One that is under way already may have been answered before a write. */
  private readForAll(): Promise<ContentState> {
    if (!this.reading) {
      this.reading = this.read().finally(() => {
        this.reading = null;
      });
      return this.reading;
    }
    this.next ??= this.reading
      .catch(() => undefined)
      .then(() => {
        this.next = null;
        return this.readForAll();
      });
    return this.next;
  }

  private async read(): Promise<ContentState> {
    const [row] = await selectRows<StateRow>(
      this.connection.database,
      sql`SELECT model_revision AS "modelRevision", created_at::text AS "madeAt",
            (SELECT jsonb_object_agg(part, revision) FROM content_revision) AS revisions
          FROM workspace`,
    );
    return stateFrom(row ?? EMPTY);
  }
}
