import { sql } from 'drizzle-orm';
import {
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  real,
  text,
  unique,
  uniqueIndex,
  type AnyPgColumn,
} from 'drizzle-orm/pg-core';
import { createdAt, moment, storedValues, version } from './columns';

/** A smaller picture that is kept of a medium in WebP. */
export interface MediumVariant {
  readonly width: number;
  readonly height: number;
  /** Whether it is kept in AVIF as well. */
  readonly avif?: boolean;
}

/** What is most important on a picture, as shares of its width and height from the upper left corner. */
export interface Focus {
  readonly x: number;
  readonly y: number;
}

/** What is known of a file. */
export interface MediumFile {
  readonly filename: string;
  readonly mime: string;
  readonly extension: string;
  readonly bytes: number;
  readonly width: number;
  readonly height: number;
  readonly sha256: string;
  readonly variants: readonly MediumVariant[];
  readonly revision: number;
  readonly placeholder: string | null;
  readonly colour: string | null;
  readonly seconds: number | null;
  readonly pages: number | null;
  readonly title: string | null;
  readonly poster: number | null;
}

/** A file that a medium had before, and by whose wish it has another. */
export interface EarlierFile extends MediumFile {
  readonly replacedAt: string;
  readonly replacedBy: string;
}

/** The columns that tell of the file itself: another file has others. */
const fileColumns = () => ({
  filename: text('filename').notNull(),
  mime: text('mime').notNull(),
  extension: text('extension').notNull(),
  bytes: integer('bytes').notNull(),
  width: integer('width').notNull(),
  height: integer('height').notNull(),
  sha256: text('sha256').notNull(),
  variants: jsonb('variants').$type<readonly MediumVariant[]>().notNull().default([]),
  /** The file's place among those that the medium had, from 1. */
  revision: integer('revision').notNull().default(1),
  /** What stands for a picture until it is loaded, as a ThumbHash in base64; null for what is none. */
  placeholder: text('placeholder'),
  /** The colour of a picture as a whole, as `#rrggbb`; null for what is none. */
  colour: text('colour'),
  /** How long a film or sound is; null where that is not known. */
  seconds: real('seconds'),
  /** How many pages a document has; null where that is not known. */
  pages: integer('pages'),
  /** What a document or a recording says that it is called; null where it does not. */
  title: text('title'),
  /** The number of the poster of a film, whose sizes are its variants; null while it has none. */
  poster: integer('poster'),
});

/** A folder of the media. Where a medium lies changes nothing for those who read it. */
export const mediumFolder = pgTable(
  'medium_folder',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    parentId: text('parent_id').references((): AnyPgColumn => mediumFolder.id, { onDelete: 'restrict' }),
    createdAt: createdAt(),
  },
  ({ name, parentId }) => [
    uniqueIndex('medium_folder_name').on(sql`coalesce(${parentId}, '')`, sql`lower(${name})`),
  ],
);
export type MediumFolderRecord = typeof mediumFolder.$inferSelect;

export const medium = pgTable(
  'medium',
  {
    id: text('id').primaryKey(),
    ...fileColumns(),
    alt: text('alt').notNull().default(''),
    focus: jsonb('focus').$type<Focus>(),
    folderId: text('folder_id'),
    /** The highest number that a file of it ever had. */
    lastRevision: integer('last_revision').notNull().default(1),
    /** The files it had before, the last first: their addresses go on answering. */
    earlier: jsonb('earlier').$type<readonly EarlierFile[]>().notNull().default([]),
    createdAt: createdAt(),
    updatedAt: moment('updated_at').notNull().defaultNow(),
    values: storedValues(),
    version: version(),
  },
  ({ sha256, folderId, createdAt: at, id, filename, alt, title }) => [
    unique('medium_sha256_key').on(sha256),
    foreignKey({ name: 'medium_folder_id_fkey', columns: [folderId], foreignColumns: [mediumFolder.id] }),
    index('medium_in_folder').on(folderId),
    index('medium_created_at').on(at, id),
    // Found by any part of their words.
    index('medium_words').using(
      'gin',
      sql`${filename} gin_trgm_ops`,
      sql`${alt} gin_trgm_ops`,
      sql`${title} gin_trgm_ops`,
    ),
  ],
);

export type MediumRecord = typeof medium.$inferSelect;
