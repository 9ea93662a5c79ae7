import { newId } from '@tovlet/core/ids';
import { isJsonList } from '@tovlet/core/json';
import {
  demoCopies,
  demoEntries,
  demoFolders,
  demoFrame,
  demoLoose,
  demoPeople,
  demoPlans,
  demoSaves,
  demoTerms,
  demoThreads,
  demoViews,
  withStories,
  folderOfField,
  hutTemplate,
  startTemplate,
  wardenTemplate,
  type DemoEntry,
} from '@tovlet/demo';
import { and, eq, isNull, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import {
  entry,
  entryComment,
  entryRevision,
  entrySchedule,
  entryView,
  medium,
  mediumFolder,
  person,
  template,
  term,
  workspace,
} from '../db/schema';
import { addDrawing, addFiles } from './media';
import type { Services } from '../services';
import { writeAncestry } from '../terms/queries';

const BATCH = 1000;
/** A day in milliseconds. */
const DAY = 86_400_000;

/** Writes entries by the thousand: one statement, one parameter. */
export async function insertEntries(database: Database, entries: readonly DemoEntry[]): Promise<void> {
  for (let start = 0; start < entries.length; start += BATCH) {
    const rows = entries
      .slice(start, start + BATCH)
      .map(({ id, typeId, slug, title, status, values, templateId }) => ({
        id,
        type_id: typeId,
        slug,
        title,
        status,
        values,
        template_id: templateId ?? null,
      }));
    await database.execute(sql`
      INSERT INTO entry (id, type_id, slug, title, status, "values", template_id, updated_by, published_at)
      SELECT id, type_id, slug, title, status, "values", template_id, 'Tovlet', CASE status WHEN 'published' THEN now() END
      FROM jsonb_to_recordset(${JSON.stringify(rows)}::jsonb)
        AS given (id text, type_id text, slug text, title text, status text, "values" jsonb, template_id text)
      ON CONFLICT (id) DO NOTHING`);
  }
}

/** Draws an entry's picture and puts it among the media, with what it shows. */
async function withPicture(services: Services, entry: DemoEntry): Promise<DemoEntry> {
  if (!entry.picture) return entry;
  const { field, drawing } = entry.picture;
  const { id } = await addDrawing(services, drawing, folderOfField[field] ?? null);
  const areas = entry.values['f_y_area'] ?? [];
  const values = { f_drawn_by: 'Tovlet', f_shows: isJsonList(areas) ? areas : [areas] };
  await services.database.update(medium).set({ values }).where(eq(medium.id, id));
  return { ...entry, values: { ...entry.values, [field]: id } };
}

/** Gives the huts galleries and stories: of their own picture, and of the huts next to them. */
function withNeighbours(entries: readonly DemoEntry[]): readonly DemoEntry[] {
  const pictured = entries.filter(({ values }) => typeof values['f_picture'] === 'string');
  const told = withStories(pictured).map((entry, at) => {
    const pictures = [0, 1, 2].flatMap(
      (step) => pictured[(at + step) % pictured.length]?.values['f_picture'] ?? [],
    );
    return { ...entry, values: { ...entry.values, f_pictures: [...new Set(pictures)] } };
  });
  const byId = new Map(told.map((entry) => [entry.id, entry]));
  return entries.map((entry) => byId.get(entry.id) ?? entry);
}

/** Gives entries the saves they have behind them, and the version, the time and the name of the last. */
async function writeSaves(database: Database): Promise<void> {
  for (const { entry: id, version, daysAgo, by, before } of demoSaves) {
    const at = sql`now() - ${daysAgo} * interval '1 day'`;
    const own = { version, updatedBy: by, updatedAt: at };
    const made = version === 2 ? { createdAt: sql`${at} - interval '1 day'` } : {};
    await database
      .update(entry)
      .set({ ...own, ...made })
      .where(eq(entry.id, id));
    // The save itself is noted by now; what it changed is not.
    await database
      .update(entryRevision)
      .set({ before })
      .where(and(eq(entryRevision.entryId, id), eq(entryRevision.version, version)));
  }
}

/** Writes what somebody typed and did not save, and what is planned. */
async function writeUnderWay(database: Database): Promise<void> {
  for (const { entry: id, by, hoursAgo, title, values } of demoCopies)
    await database.execute(sql`
      INSERT INTO entry_copy (entry_id, mark, base_version, title, slug, parent_id, template_id, "values", updated_by, updated_at)
      SELECT id, ${newId('c', 12)}, version, coalesce(${title ?? null}, title), slug, parent_id, template_id,
        "values" || ${JSON.stringify(values)}::jsonb, ${by}, now() - ${hoursAgo} * interval '1 hour'
      FROM entry WHERE id = ${id}
      ON CONFLICT DO NOTHING`);
  for (const { entry: entryId, action, inDays, time, person: by } of demoPlans) {
    const day = new Date(Date.now() + inDays * DAY).toISOString().slice(0, 10);
    const at = `${day}T${time}:00Z`;
    const when = { at, wallTime: `${day}T${time}`, timeZone: 'UTC' };
    await database
      .insert(entrySchedule)
      .values({ entryId, action, ...when, personId: by.id, personName: by.name })
      .onConflictDoNothing();
  }
}

/** Puts values into entries that no field declares. */
async function writeLoose(database: Database): Promise<void> {
  for (const { entry: id, values } of demoLoose)
    await database
      .update(entry)
      .set({ values: sql`${entry.values} || ${JSON.stringify(values)}::jsonb` })
      .where(eq(entry.id, id));
}

/** Writes what people said about entries. */
async function writeTalk(database: Database): Promise<void> {
  for (const [index, { entry: entryId, path, resolvedBy, said }] of demoThreads.entries())
    for (const [turn, { by, text, mentions = [], hoursAgo }] of said.entries()) {
      const first = `q_demo${index}_0`;
      const at = (hours: number) => sql`now() - ${hours} * interval '1 hour'`;
      await database
        .insert(entryComment)
        .values({
          id: `q_demo${index}_${turn}`,
          entryId,
          threadId: first,
          path,
          fieldIds: path.filter((step) => step.startsWith('f_')),
          authorId: by.id,
          authorName: by.name,
          text,
          mentions: [...mentions],
          createdAt: at(hoursAgo),
          ...(turn === 0 && resolvedBy !== undefined ? { resolvedBy, resolvedAt: at(1) } : {}),
        })
        .onConflictDoNothing();
    }
}

/** Fills a new workspace with the demo: people, pictures, entries and templates. */
export async function loadDemo(services: Services): Promise<void> {
  const { database } = services;
  await database
    .insert(person)
    .values(demoPeople.map((each) => ({ ...each, demo: true })))
    .onConflictDoNothing();
  await database
    .insert(term)
    .values([...demoTerms])
    .onConflictDoNothing();
  await writeAncestry(database, null);
  await database
    .insert(mediumFolder)
    .values([...demoFolders])
    .onConflictDoNothing();
  const entries: DemoEntry[] = [];
  for (const entry of demoEntries()) entries.push(await withPicture(services, entry));
  await insertEntries(database, withNeighbours(entries));
  await addFiles(services);
  await writeSaves(database);
  await writeUnderWay(database);
  await writeLoose(database);
  await writeTalk(database);
  await database
    .insert(template)
    .values([
      { id: 't_hut', version: 1, content: hutTemplate, updatedBy: 'Tovlet' },
      { id: 't_warden', version: 1, content: wardenTemplate, updatedBy: 'Tovlet' },
      { id: 'x_start', version: 1, content: startTemplate, updatedBy: 'Tovlet' },
    ])
    .onConflictDoNothing();
  await database.update(workspace).set({ frame: demoFrame }).where(isNull(workspace.frame));
  await database
    .insert(entryView)
    .values(demoViews.map((view) => ({ ...view, shared: true, ownerId: 'p_demo_developer' })))
    .onConflictDoNothing();
}
