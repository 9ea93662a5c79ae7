import type { Field, ModelDocument } from '@tovlet/core/model/document';
import { findField } from '@tovlet/core/model/tree';
import { desc, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { modelRevision } from '../db/schema';
import { documentAt } from '../model/history';

/** Revisions that are looked into: the field was there in the last that speaks of it, or just before. */
const LOOKED_INTO = 3;

/** Fields that the model had once. What was removed together is found in one model, which is made once. */
export class FormerFields {
  private readonly documents = new Map<number, Promise<ModelDocument>>();

  constructor(private readonly database: Database) {}

  /**
   * Finds a field as it was last.
   * @returns null where the history knows of none
   */
  async find(id: string): Promise<Field | null> {
    const speaks = sql`position(${`"${id}"`} in ${modelRevision.changes}::text) > 0
      OR position(${`"${id}"`} in coalesce(${modelRevision.snapshot}::text, '')) > 0`;
    const found = await this.database
      .select({ revision: modelRevision.revision })
      .from(modelRevision)
      .where(speaks)
      .orderBy(desc(modelRevision.revision))
      .limit(LOOKED_INTO);
    for (const revision of found.flatMap((each) => [each.revision, each.revision - 1])) {
      const place = revision < 1 ? null : findField(await this.at(revision), id);
      if (place) return place.field;
    }
    return null;
  }

  private at(revision: number): Promise<ModelDocument> {
    const known = this.documents.get(revision) ?? documentAt(this.database, revision);
    this.documents.set(revision, known);
    return known;
  }
}
