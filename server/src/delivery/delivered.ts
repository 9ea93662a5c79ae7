import { entry, type EntryRecord } from '../db/schema';

const { id, typeId, slug, title, status, values, updatedAt, publishedAt, authorId, parentId, templateId } =
  entry;

/** The columns of entries that are read for delivery. Who changed them, and how often, is the workspace's own. */
export const delivered = {
  id,
  typeId,
  slug,
  title,
  status,
  values,
  updatedAt,
  publishedAt,
  authorId,
  parentId,
  templateId,
};

/** An entry as it is read for delivery. */
export type DeliveredEntry = Pick<EntryRecord, keyof typeof delivered>;
