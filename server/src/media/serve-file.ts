import { eq } from 'drizzle-orm';
import { Hono, type Context } from 'hono';
import type { Database } from '../db/connect';
import { medium, type MediumFile } from '../db/schema';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { formatOf, type FileFormat } from '../files/formats';
import { byteRangeOf } from '../files/byte-range';
import { originalPath, variantPath } from '../files/variants';
import type { StoredFile } from '../files/store/media-store';

/** For ever: a file never changes under its address. */
const FOR_EVER = 'public, max-age=31536000, immutable';
/** Until a better format is made. */
const FOR_NOW = 'public, max-age=300';

/** The file that an address below a medium stands for. */
interface Wanted {
  readonly path: string;
  readonly format: FileFormat;
  readonly cache: string;
  /** Whether browsers get different files at the address. */
  readonly varies: boolean;
}

const webp = formatOf('webp');
const avif = formatOf('avif');

/** Every file of a medium that is there, the ones it had before included; none while it is in the bin. */
async function filesOf(database: Database, id: string): Promise<readonly MediumFile[]> {
  const [found] = await database.select().from(medium).where(eq(medium.id, id));
  return found ? [found, ...found.earlier] : [];
}

/** Finds what an address means among the files of a medium: `640` is the best format that is taken, `640.webp` that one. */
function wantedAmong(files: readonly MediumFile[], name: string, accepts: string): Wanted | null {
  for (const file of files) {
    const own = formatOf(file.extension);
    if (name === originalPath(file) && own)
      return { path: name, format: own, cache: FOR_EVER, varies: false };
    for (const variant of file.variants) {
      const base = variantPath(file, variant.width);
      if (!webp || !avif) continue;
      if (name === `${base}.webp`) return { path: name, format: webp, cache: FOR_EVER, varies: false };
      if (name !== base) continue;
      const isAvif = variant.avif === true && accepts.includes(avif.mime);
      const cache = variant.avif === true ? FOR_EVER : FOR_NOW;
      const format = isAvif ? avif : webp;
      return { path: `${base}.${format.extension}`, format, cache, varies: true };
    }
  }
  return null;
}

async function answer(
  context: Context,
  file: StoredFile,
  { format, cache, varies }: Wanted,
): Promise<Response> {
  const headers: Record<string, string> = {
    'content-type': format.mime,
    'cache-control': cache,
    'x-content-type-options': 'nosniff',
    'accept-ranges': 'bytes',
    ...(varies ? { vary: 'Accept' } : {}),
    // What is not shown as a picture or played is saved, never opened in place.
    ...(format.inline ? {} : { 'content-disposition': 'attachment' }),
  };
  const range = byteRangeOf(context.req.header('range'), file.bytes);
  if (range === 'none')
    return context.body(null, 416, { ...headers, 'content-range': `bytes */${file.bytes}` });
  const [status, length] = range
    ? ([206, range.last - range.first + 1] as const)
    : ([200, file.bytes] as const);
  if (range) headers['content-range'] = `bytes ${range.first}-${range.last}/${file.bytes}`;
  headers['content-length'] = String(length);
  const isAsked = context.req.method !== 'HEAD';
  return new Response(isAsked ? await file.stream(range ?? undefined) : null, { status, headers });
}

/** The files themselves. What an address answers never changes, so it may be kept for ever. */
export function mediaFileRoutes({ database, mediaStore }: Services): Hono {
  return new Hono().get('/:id{m_[a-z0-9]+}/:name{(?:\\d+/)?[a-z0-9-]+(?:\\.[a-z0-9]+)?}', async (context) => {
    const { id, name } = context.req.param();
    const wanted = wantedAmong(await filesOf(database, id), name, context.req.header('accept') ?? '');
    const file = wanted && (await mediaStore.open(`${id}/${wanted.path}`));
    if (!wanted || !file) throw new ProblemException('not_found', 'There is no such file.');
    return answer(context, file, wanted);
  });
}
