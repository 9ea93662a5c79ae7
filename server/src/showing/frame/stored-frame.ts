import type { SettingsAnswer } from '@tovlet/core/contracts/studio';
import { plainFrame, type Frame } from '@tovlet/core/site/frame';
import { eq, sql } from 'drizzle-orm';
import type { Database } from '../../db/connect';
import { workspace } from '../../db/schema';
import { settingsOf } from '../../settings/queries';

/** A frame, and how often it was saved. */
export interface StoredFrame {
  readonly version: number;
  readonly frame: Frame;
}

/** Reads what stands around all pages. */
export async function storedFrame(database: Database): Promise<StoredFrame> {
  const { frame, frameVersion: version } = workspace;
  const [row] = await database.select({ frame, version }).from(workspace);
  return { version: row?.version ?? 1, frame: row?.frame ?? plainFrame };
}

/** Writes the frame where it still has the version that the caller saw. @returns whether it was written */
export async function writeFrame(database: Database, { version, frame }: StoredFrame): Promise<boolean> {
  const written = await database
    .update(workspace)
    .set({ frame, frameVersion: sql`${workspace.frameVersion} + 1` })
    .where(eq(workspace.frameVersion, version))
    .returning({ id: workspace.id });
  return written.length > 0;
}

/** Reads what is set for all pages. */
export const settingsAndFrame = async (
  database: Database,
): Promise<{ readonly settings: SettingsAnswer; readonly frame: Frame }> => {
  const [settings, { frame }] = await Promise.all([settingsOf(database), storedFrame(database)]);
  return { settings, frame };
};
