import * as z from 'zod';

/** Days between two backups at most, and so many are kept at most. */
export const BACKUP_LIMITS = { days: 90, keep: 100 } as const;

/** A backup that lies beside the workspace. */
export interface BackupSummary {
  /** What its file is called. */
  readonly name: string;
  readonly bytes: number;
  readonly madeAt: string;
  /** Whether a passphrase is needed to open it. */
  readonly isLocked: boolean;
}

export interface BackupsAnswer {
  /** The newest first. */
  readonly backups: readonly BackupSummary[];
  /** Since when one is being made; null while none is. */
  readonly makingSince: string | null;
  /** Why the last one could not be made; null where it could. */
  readonly problem: string | null;
  /** Whether new ones are locked by a passphrase. */
  readonly locks: boolean;
  /** After how many days one is made by itself; 0 for never. */
  readonly days: number;
  readonly keep: number;
}

export const backupScheduleSchema = z.strictObject({
  days: z.int().min(0).max(BACKUP_LIMITS.days),
  keep: z.int().min(1).max(BACKUP_LIMITS.keep),
});
export type BackupSchedule = z.input<typeof backupScheduleSchema>;
