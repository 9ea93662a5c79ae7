import { maySeeAll, personWith } from '@tovlet/core/access/audience';
import type { EntryStatus, OverviewAnswer, PersonSummary } from '@tovlet/core/contracts/studio';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { sql } from 'drizzle-orm';
import { selectRows, type Database } from '../../db/connect';

/** So much of a comment stands in a line. */
const BEGINNING = 140;

/** A line as the database knows it, and how many there are of its kind. */
interface WaitingRow {
  readonly id: string;
  readonly type: string;
  readonly title: string;
  readonly status: EntryStatus;
  readonly updatedAt: string;
  readonly updatedBy: string;
  readonly thread: string;
  readonly text: string;
  readonly saidBy: string;
  readonly saidAt: string;
  readonly total: number;
}

/** What somebody may not see of the model; to developers nothing is closed. */
const closedTo = (model: CompiledModel, { role }: PersonSummary): readonly string[] =>
  [...model.fields.keys()].filter((id) => !maySeeAll(personWith(role), [id], model.fields));

/**
 * Finds open threads that wait for somebody: they are named in it, have spoken in it, or made the entry, and somebody else
 * spoke last.
 * @param lines the most that are listed, what was said last first; the total counts all
 */
export async function waitingComments(
  database: Database,
  model: CompiledModel,
  person: PersonSummary,
  lines: number,
): Promise<OverviewAnswer['comments']> {
  const isDeveloper = person.role === 'developer';
  const closed = closedTo(model, person);
  const known = [...model.fields.keys()];
  // A field that is gone is seen by developers alone.
  const seen = isDeveloper
    ? sql`true`
    : sql`first.field_ids <@ ${sql.param(known)}::text[] AND NOT first.field_ids && ${sql.param(closed)}::text[]`;
  const rows = await selectRows<WaitingRow>(
    database,
    sql`
      SELECT entry.id, entry.type_id AS type, entry.title, entry.status,
             entry.updated_at AS "updatedAt", entry.updated_by AS "updatedBy",
             first.id AS thread, left(last.text, ${BEGINNING}) AS text,
             last.author_name AS "saidBy", last.created_at AS "saidAt",
             count(*) OVER ()::int AS total
      FROM entry_comment AS first
      JOIN entry ON entry.id = first.entry_id
      CROSS JOIN LATERAL (
        SELECT text, author_id, author_name, created_at FROM entry_comment AS said
        WHERE said.thread_id = first.id ORDER BY said.created_at DESC, said.id DESC LIMIT 1) AS last
      WHERE first.id = first.thread_id AND first.resolved_at IS NULL AND ${seen}
        AND last.author_id <> ${person.id}
        AND (entry.author_id = ${person.id} OR EXISTS (
          SELECT FROM entry_comment AS said WHERE said.thread_id = first.id
            AND (said.author_id = ${person.id} OR ${person.id} = ANY (said.mentions))))
      ORDER BY last.created_at DESC, first.id LIMIT ${lines}`,
  );
  return { lines: rows.map(({ total: _, ...line }) => line), total: rows[0]?.total ?? 0 };
}
