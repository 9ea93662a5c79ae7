import type { TemplateContent } from '@tovlet/core/templates/template';
import { and, eq, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { template } from '../db/schema';

/** Finds a saved template; undefined while pages follow the page order. */
export async function savedTemplate(
  database: Database,
  id: string,
): Promise<{ version: number; content: TemplateContent; updatedAt: string } | undefined> {
  const [found] = await database
    .select({ version: template.version, content: template.content, updatedAt: template.updatedAt })
    .from(template)
    .where(eq(template.id, id));
  return found;
}

/** Writes a template when it still has the version the caller saw (0: none yet). */
export async function writeTemplate(
  database: Database,
  id: string,
  version: number,
  content: TemplateContent,
  updatedBy: string,
): Promise<boolean> {
  const next = { content, updatedBy, version: version + 1 };
  if (version === 0) {
    const inserted = await database
      .insert(template)
      .values({ id, ...next })
      .onConflictDoNothing()
      .returning({ id: template.id });
    return inserted.length > 0;
  }
  const updated = await database
    .update(template)
    .set({ ...next, updatedAt: sql`now()` })
    .where(and(eq(template.id, id), eq(template.version, version)))
    .returning({ id: template.id });
  return updated.length > 0;
}

/** Deletes a saved template: pages follow the page order again. @returns what it was; undefined where none was saved */
export async function deleteTemplate(database: Database, id: string): Promise<TemplateContent | undefined> {
  const [deleted] = await database
    .delete(template)
    .where(eq(template.id, id))
    .returning({ content: template.content });
  return deleted?.content;
}

/** Every saved template. */
export async function allTemplates(
  database: Database,
): Promise<readonly { id: string; version: number; content: TemplateContent }[]> {
  return database
    .select({ id: template.id, version: template.version, content: template.content })
    .from(template);
}
