import type { PersonSummary } from '@tovlet/core/contracts/studio';
import { includesRole } from '@tovlet/core/roles';
import { eq } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { person } from '../db/schema';

/** Finds in whose name entries are changed by what they asked for earlier; null where they may not change any more. */
export async function editorById(database: Database, personId: string): Promise<PersonSummary | null> {
  const { id, name, email, role } = person;
  const [found] = await database
    .select({ id, name, email, role })
    .from(person)
    .where(eq(person.id, personId));
  return found && includesRole(found.role, 'editor') ? found : null;
}
