import * as z from 'zod';

export const BACKUP_FORMAT = 'tovlet-backup';

/** The member that says what the others are. It is written last, for only then is that known. */
export const MANIFEST = 'tovlet-backup.json';

/** What the rows of a table stand in. */
export const tableMember = (table: string): string => `tables/${table}.jsonl`;
/** Where a file of a medium stands. */
export const mediumMember = (path: string): string => `media/${path}`;
export const JOBS = 'jobs.jsonl';

const fingerprint = { bytes: z.int().min(0), sha256: z.string().regex(/^[0-9a-f]{64}$/) };

/** Names of tables and columns are put into statements: they are what the database's own are. */
const name = z.string().regex(/^[a-z_][a-z0-9_]{0,62}$/);

/** Files lie where media lie: nothing climbs out, and nothing is called by the whole of its path. */
const mediumPath = z
  .string()
  .max(300)
  .regex(/^[a-z0-9_]+(?:\/[A-Za-z0-9_.-]+)+$/)
  .refine((path) => path.split('/').every((step) => step !== '.' && step !== '..'), {
    message: 'A path climbs out of its folder.',
  });

export const backupSchema = z.strictObject({
  format: z.literal(BACKUP_FORMAT),
  version: z.literal(1),
  madeAt: z.string().max(40),
  workspace: z.string().max(200),
  modelRevision: z.int().min(0),
  /** The moment of the last migration that the tables had. */
  schema: z.int().min(0),
  tables: z
    .array(
      z.strictObject({
        table: name,
        columns: z
          .array(z.strictObject({ name, type: z.string().regex(/^[a-z0-9 _[\]()"]{1,60}$/) }))
          .min(1)
          .max(200),
        rows: z.int().min(0),
        ...fingerprint,
      }),
    )
    .max(500),
  media: z.array(z.strictObject({ path: mediumPath, ...fingerprint })).max(2_000_000),
  jobs: z.strictObject({ rows: z.int().min(0), ...fingerprint }),
});

/** What a backup says of itself. */
export type BackupManifest = Readonly<z.output<typeof backupSchema>>;
export type BackupTable = BackupManifest['tables'][number];

/** Why a file is no backup that can be taken; a sentence for whoever gave it. */
export class UnreadableBackup extends Error {
  override readonly name = 'UnreadableBackup';
}
