import { settingsSaveSchema, type SettingsAnswer } from '@tovlet/core/contracts/studio';
import { eq } from 'drizzle-orm';
import type { Hono } from 'hono';
import type * as z from 'zod';
import { requireRole, type Signed } from '../access/guard';
import { entry, workspace } from '../db/schema';
import { markForRefill } from '../derived/refill';
import { ProblemException } from '../http/problem';
import { Resource } from '../http/resource';
import { fillIndexes } from '../jobs/fill_indexes/fill-indexes';
import type { Services } from '../services';
import { settingsOf } from './queries';

/** @throws ProblemException where the entry of the start page is not there, or its type has no pages */
async function assertStartPage({ database, models }: Services, id: string | null): Promise<void> {
  if (id === null) return;
  const [found] = await database.select({ typeId: entry.typeId }).from(entry).where(eq(entry.id, id));
  const { model } = await models.current();
  if (found && model.typeById.get(found.typeId)?.contentType.features.page === true) return;
  const message = 'This entry has no page. Choose another start page.';
  throw new ProblemException('invalid', message, [{ path: '/startPage', message }]);
}

/** The language of the site decides which forms of a word searches take for one. */
async function searchAnew({ database, models, jobs }: Services): Promise<void> {
  const { model } = await models.current();
  await markForRefill(
    database,
    model.types.map(({ contentType }) => contentType.id),
  );
  await jobs.send(fillIndexes, {});
}

/** @throws ProblemException when somebody else saved meanwhile (with the settings of now), or there is no such page */
async function saveSettings(
  services: Services,
  { version, ...given }: z.output<typeof settingsSaveSchema>,
): Promise<SettingsAnswer> {
  const { database } = services;
  await assertStartPage(services, given.startPage);
  const before = await settingsOf(database);
  const saved = await database
    .update(workspace)
    .set({ ...given, version: version + 1 })
    .where(eq(workspace.version, version))
    .returning({ id: workspace.id });
  const settings = await settingsOf(database);
  if (saved.length > 0) {
    if (settings.language !== before.language) await searchAnew(services);
    return settings;
  }
  const message = 'Somebody else changed the settings meanwhile. Look at them, then save again.';
  throw new ProblemException('conflict', message, [], { settings: { ...settings } });
}

/** What is set for the workspace as a whole: its name, the language of its site, the page the site begins with. */
export function settingsRoutes(services: Services): Hono<Signed> {
  return new Resource<'/api/studio/settings', Signed>()
    .on('GET', '/', {}, () => settingsOf(services.database))
    .on('PUT', '/', { only: requireRole('developer'), body: settingsSaveSchema }, ({ body }) =>
      saveSettings(services, body),
    ).routes;
}
