import { mediaQuerySchema } from '@tovlet/core/contracts/studio';
import { selectRows } from '@tovlet/server/db/connect';
import { medium } from '@tovlet/server/db/schema/index';
import { listMedia, mediaFacets } from '@tovlet/server/media/list';
import { sql } from 'drizzle-orm';
import { comparedWith, ratio, timed, within, type Benchmark } from './measure';
import { withHuts } from './with-huts';

const MEDIA = 100_000;

/** One medium in so many is used by an entry, and one in so many has no alternative text. */
const USED = 3;
const UNDESCRIBED = 7;

/** The library with a hundred thousand media, asked as its screen asks. */
export const mediaBenchmark: Benchmark = {
  name: 'media',
  run: () =>
    withHuts(
      () => [],
      async ({ database, models }) => {
        const { model } = await models.current();
        await database.execute(sql`
          INSERT INTO medium (id, filename, mime, extension, bytes, width, height, sha256, alt, created_at)
          SELECT 'm_' || n, 'picture-' || n || '.png', 'image/png', 'png', 1000 + (n * 37) % 5000000, 1200, 800, 'h' || n,
            CASE WHEN n % ${UNDESCRIBED} = 0 THEN '' ELSE 'A ridge at noon ' || n END, now() - n * interval '1 minute'
          FROM generate_series(1, ${MEDIA}) AS n`);
        await database.execute(sql`
          INSERT INTO entry (id, type_id, slug, title, status, "values", updated_by) VALUES
            ('e_1', 't_hut', 'one', 'One', 'draft', '{}', 'Benchmark')`);
        await database.execute(sql`
          INSERT INTO entry_link (entry_id, field_id, kind, target_id, shown)
          SELECT 'e_1', 'f_pictures', 'medium', 'm_' || n, true FROM generate_series(1, ${MEDIA}, ${USED}) AS n`);
        await database.execute(sql`ANALYZE`);
        const asking = { database, model, role: 'developer' } as const;
        const list = (given: object) => () =>
          listMedia(asking, mediaQuerySchema.parse(given), (values) => values);
        const byHand = () =>
          selectRows<{ id: string }>(
            database,
            sql`SELECT * FROM ${medium} ORDER BY ${medium.createdAt} DESC, ${medium.id} LIMIT 60`,
          ).then(() => database.$count(medium));
        const facets = (given: object) => () =>
          mediaFacets(database, model, 'developer', mediaQuerySchema.parse(given));
        return [
          comparedWith(
            'the newest 60 of 100 000 and their number, against the same by hand',
            await ratio(list({}), byHand),
            1.5,
          ),
          within('those that hold a word', await timed(list({ search: 'noon 4242' })), 300),
          within('those that nothing uses', await timed(list({ used: 'no' })), 300),
          within('page 1 000', await timed(list({ offset: 59_940 })), 300),
          within('all facets', await timed(facets({})), 700),
          within('all facets of those that nothing uses', await timed(facets({ used: 'no' })), 700),
        ];
      },
    ),
};
