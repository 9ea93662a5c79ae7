import type { ViewLook } from '@tovlet/core/contracts/studio';
import { and, eq, sql } from 'drizzle-orm';
import { entryView } from '../db/schema';
import type { Services } from '../services';
import { assertLook } from './service';

/** A view that everybody sees, as it is brought in from elsewhere. */
interface SharedView {
  readonly id: string;
  readonly type: string;
  readonly name: string;
  readonly look: ViewLook;
}

/**
 * Makes a view that everybody sees under an id that it has elsewhere, or gives the one with that id another look. A new one is nobody's.
 * @throws ProblemException where its filter cannot be read
 */
export async function putSharedView(
  { database }: Services,
  { id, type, name, look }: SharedView,
): Promise<void> {
  assertLook(look);
  await database
    .insert(entryView)
    .values({ id, typeId: type, name, look, shared: true, ownerId: null })
    .onConflictDoUpdate({
      target: entryView.id,
      set: { name, look, shared: true, version: sql`${entryView.version} + 1` },
    });
}

/** Removes a view that everybody sees. */
export async function dropSharedView({ database }: Services, id: string): Promise<void> {
  await database.delete(entryView).where(and(eq(entryView.id, id), eq(entryView.shared, true)));
}
