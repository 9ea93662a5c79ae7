import { and, like, sql } from 'drizzle-orm';
import { medium } from '../../db/schema';
import type { Services } from '../../services';
import { makeVariants } from '../make_variants/make-variants';

/** So many pictures are sent for in one round. */
const BATCH = 500;

/** Has those pictures made smaller that never were in every format, as when they were uploaded before there was a better one. */
export async function catchUpVariants({ database, jobs }: Services): Promise<void> {
  const lacks = sql`jsonb_array_length(${medium.variants}) > 0 AND NOT ${medium.variants} @> '[{"avif": true}]'`;
  const found = await database
    .select({ id: medium.id })
    .from(medium)
    .where(and(like(medium.mime, 'image/%'), lacks))
    .limit(BATCH);
  for (const { id } of found) await jobs.send(makeVariants, { medium: id });
}
