import { gazetteer, rangeMap } from '@tovlet/demo';
import { Hono } from 'hono';
import * as z from 'zod';
import { parse } from '../http/body';

const searchSchema = z.object({ q: z.string().max(100).default('') });
const FOUND = 12;

/** Places whose name holds the words, those beginning with them first. */
function search(words: string) {
  const wanted = words.trim().toLocaleLowerCase();
  const found = gazetteer.filter(({ name }) => name.toLocaleLowerCase().includes(wanted));
  const begins = (name: string): number => (name.toLocaleLowerCase().startsWith(wanted) ? 0 : 1);
  return [...found]
    .sort((a, b) => begins(a.name) - begins(b.name) || a.name.localeCompare(b.name))
    .slice(0, FOUND);
}

/** The drawn base map of the stand-in, as GeoJSON. */
export const drawnMap = rangeMap;

/** The stand-in for a gazetteer and its map: places of the invented range, and its drawn base map. */
export function gazetteerRoutes(): Hono {
  return new Hono()
    .get('/map.geojson', (context) =>
      context.body(JSON.stringify(rangeMap), 200, {
        'content-type': 'application/geo+json',
        'cache-control': 'public, max-age=3600',
      }),
    )
    .get('/search', (context) => {
      const { q } = parse(searchSchema, context.req.query(), 'invalid_query');
      return context.json({ places: q.trim() === '' ? [] : search(q) });
    });
}
