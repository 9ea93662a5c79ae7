import { Readable } from 'node:stream';
import {
  hasListPage,
  listAddress,
  pageAddress,
  SITE_ROOT,
  termAddress,
  termAddresses,
} from '@tovlet/core/delivery/page-address';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { templateOf } from '@tovlet/core/model/page-templates';
import type { Absolute } from '@tovlet/core/templates/head/linked-value';
import { and, asc, eq, gt } from 'drizzle-orm';
import { SitemapIndexStream, SitemapStream, streamToPromise, type SitemapItemLoose } from 'sitemap';
import { anyOf, type Database } from '../../db/connect';
import { entry, term } from '../../db/schema';
import type { MadeAnswer } from '../../revisions/kept-answers';
import { allTemplates } from '../stored-templates';

/** So many addresses stand in one file, as the protocol bounds it. @see https://www.sitemaps.org/protocol.html */
export const FILE_LIMIT = 50_000;

/** So many entries are read at once. */
const BATCH = 5_000;

/** The templates whose pages search engines are asked to leave out. */
async function hiddenTemplates(database: Database): Promise<ReadonlySet<string>> {
  const templates = await allTemplates(database);
  return new Set(templates.filter(({ content }) => content.head?.hidden === true).map(({ id }) => id));
}

/** The pages of terms. */
async function* termPages(database: Database, model: CompiledModel): AsyncGenerator<SitemapItemLoose> {
  const taxonomies = [...termAddresses(model.document).keys()];
  const { taxonomyId, slug, position } = term;
  const rows = await database
    .select({ taxonomyId, slug })
    .from(term)
    .where(anyOf(taxonomyId, taxonomies))
    .orderBy(asc(taxonomyId), asc(position), asc(slug));
  for (const row of rows) yield { url: termAddress(model.document, row.taxonomyId, row.slug) };
}

/** Every page of the site that is to be found, in an order that stays. */
async function* pagesOf(database: Database, model: CompiledModel): AsyncGenerator<SitemapItemLoose> {
  const paged = model.types.filter(({ contentType }) => contentType.features.page);
  yield { url: `${SITE_ROOT}/` };
  for (const { contentType } of paged.filter((each) => hasListPage(each.contentType)))
    yield { url: listAddress(contentType) };
  yield* termPages(database, model);
  const hidden = await hiddenTemplates(database);
  const { id, slug, typeId, templateId, updatedAt } = entry;
  const ofPages = and(
    eq(entry.status, 'published'),
    anyOf(
      typeId,
      paged.map(({ contentType }) => contentType.id),
    ),
  );
  let after = '';
  for (;;) {
    const rows = await database
      .select({ id, slug, typeId, templateId, updatedAt })
      .from(entry)
      .where(and(ofPages, gt(id, after)))
      .orderBy(asc(id))
      .limit(BATCH);
    for (const row of rows) {
      const type = model.typeById.get(row.typeId);
      if (!type || hidden.has(templateOf(type.contentType, row.templateId))) continue;
      yield { url: pageAddress(type.contentType, row.slug), lastmod: new Date(row.updatedAt).toISOString() };
    }
    const last = rows.at(-1);
    if (rows.length < BATCH || !last) return;
    after = last.id;
  }
}

/** The pages of the site in files of the size that the protocol allows. */
async function filesOf(
  database: Database,
  model: CompiledModel,
  size: number,
): Promise<readonly SitemapItemLoose[][]> {
  const files: SitemapItemLoose[][] = [[]];
  for await (const page of pagesOf(database, model)) {
    if (files.at(-1)?.length === size) files.push([]);
    files.at(-1)?.push(page);
  }
  return files;
}

const made = (text: string): MadeAnswer => ({
  text,
  mime: 'application/xml',
  parts: 'everything',
  lasting: true,
});

/** What a map of the site is made for. */
export interface SitemapWanted {
  readonly database: Database;
  readonly model: CompiledModel;
  readonly absolute: Absolute;
  /** How many addresses a file holds. */
  readonly size: number;
  /** Which of several files, from 1; null for the first, which lists the others where there are several. */
  readonly file: number | null;
}

/**
 * Writes the map of the site for search engines.
 * @returns the pages, or where they are more than one file holds, the list of files; null where there is no such file
 * @see https://www.sitemaps.org/protocol.html
 */
export async function sitemap({
  database,
  model,
  absolute,
  size,
  file,
}: SitemapWanted): Promise<MadeAnswer | null> {
  const files = await filesOf(database, model, size);
  const whole = (pages: readonly SitemapItemLoose[]) =>
    Readable.from(pages.map((page) => ({ ...page, url: absolute(page.url) })));
  if (file === null && files.length > 1) {
    const index = files.map((_pages, at) => ({ url: absolute(`${SITE_ROOT}/sitemap-${at + 1}.xml`) }));
    return made(String(await streamToPromise(Readable.from(index).pipe(new SitemapIndexStream()))));
  }
  const pages = files[(file ?? 1) - 1];
  if (!pages || (file !== null && files.length === 1)) return null;
  return made(String(await streamToPromise(whole(pages).pipe(new SitemapStream()))));
}
