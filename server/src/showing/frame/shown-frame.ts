import {
  hasListPage,
  listAddress,
  pageAddress,
  searchAddress,
  SITE_ROOT,
} from '@tovlet/core/delivery/page-address';
import type { SiteWords } from '@tovlet/core/lists/words/site-words';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import type { Frame, MenuItem } from '@tovlet/core/site/frame';
import type { Look } from '@tovlet/core/site/look';
import { and, eq } from 'drizzle-orm';
import { anyOf, type Database } from '../../db/connect';
import { entry, medium } from '../../db/schema';
import { addressOf, variantsOf } from '../../files/addresses';
import { entriesPart, type ContentPart } from '../../revisions/content';

/** A line of a menu as pages show it. */
export interface MenuLink {
  readonly label: string;
  readonly address: string;
}

/** What stands around pages, found. */
export interface ShownFrame {
  readonly logo: { readonly url: string; readonly width: number; readonly height: number } | null;
  readonly menu: readonly MenuLink[];
  readonly footerMenu: readonly MenuLink[];
  readonly footer: string;
  readonly look: Look;
  /** What it is made of beside the settings and the model. */
  readonly parts: readonly ContentPart[];
}

type Page = Pick<typeof entry.$inferSelect, 'id' | 'slug' | 'title' | 'typeId'>;

/** So high is a logo at most, in pixels of the finest screens. */
const LOGO_HEIGHT = 160;

async function pagesOf(database: Database, items: readonly MenuItem[]): Promise<ReadonlyMap<string, Page>> {
  const ids = items.flatMap(({ to }) => (to.kind === 'entry' ? [to.entry] : []));
  if (ids.length === 0) return new Map();
  const { id, slug, title, typeId } = entry;
  const rows = await database
    .select({ id, slug, title, typeId })
    .from(entry)
    .where(and(anyOf(entry.id, ids), eq(entry.status, 'published')));
  return new Map(rows.map((row) => [row.id, row]));
}

async function logoOf(database: Database, id: string | null): Promise<ShownFrame['logo']> {
  if (id === null) return null;
  const [found] = await database.select().from(medium).where(eq(medium.id, id));
  if (!found || found.width === 0) return null;
  const fine = variantsOf(id, found).find(({ height }) => height >= LOGO_HEIGHT);
  const { url, width, height } = fine ?? { ...found, url: addressOf(id, found) };
  return { url, width, height };
}

/** Where a line leads, and what it is called; null where that is not there, or not published. */
function linkOf(
  { label, to }: MenuItem,
  model: CompiledModel,
  words: SiteWords,
  pages: ReadonlyMap<string, Page>,
): MenuLink | null {
  const called = (usual: string, address: string): MenuLink => ({
    label: label === '' ? usual : label,
    address,
  });
  switch (to.kind) {
    case 'start':
      return called(words.start, `${SITE_ROOT}/`);
    case 'search':
      return called(words.search, searchAddress);
    case 'address':
      return called(to.address, to.address);
    case 'list': {
      const type = model.typeById.get(to.type)?.contentType;
      return type && hasListPage(type) ? called(type.plural, listAddress(type)) : null;
    }
    case 'entry': {
      const page = pages.get(to.entry);
      const type = page && model.typeById.get(page.typeId)?.contentType;
      return page && type?.features.page ? called(page.title, pageAddress(type, page.slug)) : null;
    }
  }
}

/** The lists of all types: what the head of the site leads to where nothing else was chosen. */
const listsOf = ({ types }: CompiledModel): readonly MenuItem[] =>
  types
    .filter(({ contentType }) => hasListPage(contentType))
    .map(({ contentType }) => ({ label: '', to: { kind: 'list', type: contentType.id } }));

/**
 * Finds what stands around pages: where menus lead, and the picture of the logo. What is gone or not published is left out.
 */
export async function shownFrame(
  database: Database,
  model: CompiledModel,
  frame: Frame,
  words: SiteWords,
): Promise<ShownFrame> {
  const menu = frame.menu ?? listsOf(model);
  const items = [...menu, ...frame.footerMenu];
  const [pages, logo] = await Promise.all([pagesOf(database, items), logoOf(database, frame.logo)]);
  const links = (some: readonly MenuItem[]): readonly MenuLink[] =>
    some.map((item) => linkOf(item, model, words, pages)).filter((link) => link !== null);
  const asksEntries = items.some(({ to }) => to.kind === 'entry');
  const ofTypes = model.types.filter(({ contentType }) => contentType.features.page).map(entriesPart);
  return {
    logo,
    menu: links(menu),
    footerMenu: links(frame.footerMenu),
    footer: frame.footer,
    look: frame.look,
    // One that is not published yet, or again, may be of any type.
    parts: [...(asksEntries ? ofTypes : []), ...(frame.logo === null ? [] : (['media'] as const))],
  };
}
