import { and, eq } from 'drizzle-orm';
import { z } from 'zod';
import { medium, type MediumRecord, type MediumVariant } from '../../db/schema';
import { FileRefused } from '../../files/processing/media-processing';
import { makeVariant, originalPath, wantedWidths, type Making } from '../../files/variants';
import type { Services } from '../../services';
import type { Job } from '../job';

const dataSchema = z.strictObject({ medium: z.string() });

/** Notes a smaller picture, unless the medium has another file by now, or another process was first. */
async function note(
  { database }: Services,
  { id, revision, variants }: MediumRecord,
  made: MediumVariant,
): Promise<void> {
  const others = variants.filter(({ width }) => width !== made.width);
  const all = [...others, made].sort((one, other) => one.width - other.width);
  await database
    .update(medium)
    .set({ variants: all })
    .where(and(eq(medium.id, id), eq(medium.revision, revision), eq(medium.variants, variants)));
}

/** Makes the next smaller picture that is missing. @returns false where none is */
async function makeNext(services: Services, record: MediumRecord): Promise<boolean> {
  const { id, extension, revision, poster } = record;
  const known = new Map(record.variants.map((each) => [each.width, each]));
  const next = wantedWidths(record.width).find((width) => known.get(width)?.avif !== true);
  if (next === undefined) return false;
  const { mediaStore: store, processing } = services;
  const placed = { extension, revision, poster };
  const made = await store.borrow(`${id}/${originalPath(placed)}`, async (file) => {
    const making: Making = { store, processing, lane: 'background', id, placed, file };
    const webp = known.get(next) ?? (await makeVariant(making, next, 'webp'));
    await makeVariant(making, next, 'avif');
    return { ...webp, avif: true };
  });
  if (!made) return false;
  await note(services, record, made);
  return true;
}

/** Makes what nobody waits for of an uploaded picture: the larger of its smaller ones, and all of them in AVIF. */
export const makeVariants: Job<Services, z.infer<typeof dataSchema>> = {
  kind: 'make_variants',
  data: dataSchema,
  after: 2,
  // A large picture takes the process that makes it many seconds.
  beside: true,
  // One picture a step, so that nothing else waits for long.
  async step(services, data) {
    const [record] = await services.database.select().from(medium).where(eq(medium.id, data.medium));
    if (!record?.mime.startsWith('image/')) return null;
    try {
      return (await makeNext(services, record)) ? data : null;
    } catch (error) {
      // What is as it is goes on being shown.
      if (error instanceof FileRefused) return null;
      throw error;
    }
  },
};
