import { PROGRAMS, VISITORS } from '@tovlet/core/access/audience';
import { escapeHtml } from '@tovlet/core/fields/html';
import { feedFiles, type FeedFile } from '@tovlet/core/templates/head/feed-files';
import { listAddress } from '@tovlet/core/delivery/page-address';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { templateOf } from '@tovlet/core/model/page-templates';
import { compileSort, type SortTerm } from '@tovlet/core/queries/compile';
import { planFor } from '@tovlet/core/queries/load-plan';
import { firstEntries } from '@tovlet/core/queries/query';
import type { Absolute } from '@tovlet/core/templates/head/linked-value';
import { readHead, type PageHead } from '@tovlet/core/templates/head/page-head';
import { onPages } from '@tovlet/core/templates/seats';
import { wantedBy } from '@tovlet/core/templates/wanted';
import { Feed } from 'feed';
import type { DeliveredEntry } from '../../delivery/delivered';
import { findEntries } from '../../delivery/find';
import { EntryPresenter } from '../../delivery/presenter';
import type { MadeAnswer } from '../../revisions/kept-answers';
import { listOf } from '../layout';
import { templateFor } from '../render';
import type { PageContext } from './pages/page-context';

/** So many entries stand in a feed, the latest first. */
const FEED_SIZE = 50;

/** How a feed is written: in Atom, titles and summaries of entries are markup. */
const written: Readonly<Record<FeedFile, { write(feed: Feed): string; text(plain: string): string }>> = {
  'feed.atom': { write: (feed) => feed.atom1(), text: escapeHtml },
  'feed.json': { write: (feed) => feed.json1(), text: (plain) => plain },
};

function latestFirst(type: CompiledType, model: CompiledModel): readonly SortTerm[] {
  const path = [{ kind: 'property', property: 'published_at' }] as const;
  const term = compileSort(path, true, { kind: 'entry', types: [type] }, { model, audience: PROGRAMS });
  return 'problem' in term ? [] : [term];
}

/** What pages of one template tell of their entries. */
async function headsBy(
  { services, model }: PageContext,
  type: CompiledType,
  template: string,
  records: readonly DeliveredEntry[],
  absolute: Absolute,
): Promise<readonly (readonly [string, PageHead])[]> {
  const { head } = await templateFor(services, type, template, model);
  if (head.hidden) return [];
  const plan = planFor(wantedBy(head.nodes), { kind: 'entry', types: [type] }, onPages(model));
  const presenter = new EntryPresenter(services.database, model, VISITORS);
  const presented = await presenter.present(type, records, plan);
  return presented.map(({ record, value: entry }) => [
    record.id,
    readHead(head, { type, entry, site: {} }, { absolute, list: listOf(type) }),
  ]);
}

/** What the pages of entries tell of them; those that search engines are asked to leave out are left out here. */
async function headsOf(
  context: PageContext,
  type: CompiledType,
  records: readonly DeliveredEntry[],
  absolute: Absolute,
): Promise<ReadonlyMap<string, PageHead>> {
  const nameOf = ({ templateId }: DeliveredEntry): string => templateOf(type.contentType, templateId);
  const heads = await Promise.all(
    [...new Set(records.map(nameOf))].map((template) => {
      const own = records.filter((record) => nameOf(record) === template);
      return headsBy(context, type, template, own, absolute);
    }),
  );
  return new Map(heads.flat());
}

/** A moment of which a feed can be certain: feeds have no entry without one. */
const dateOf = (...moments: readonly (string | null)[]): Date =>
  new Date(moments.find((each) => each !== null) ?? 0);

/**
 * Tells of the latest entries of a type.
 * @param absolute makes addresses of the site whole: what reads feeds has no other way to them
 */
export async function feedOf(
  context: PageContext,
  type: CompiledType,
  { file, mime }: (typeof feedFiles)[number],
  absolute: Absolute,
): Promise<MadeAnswer> {
  const { services, model, site } = context;
  const { name, language } = site;
  const query = { ...firstEntries(FEED_SIZE), sort: latestFirst(type, model) };
  const { records } = await findEntries(services.database, type, query, PROGRAMS);
  const { write, text } = written[file];
  const heads = await headsOf(context, type, records, absolute);
  const list = listAddress(type.contentType);
  const feed = new Feed({
    id: absolute(list),
    link: absolute(list),
    title: `${type.contentType.plural} · ${name}`,
    language,
    generator: 'Tovlet',
    feedLinks: Object.fromEntries(
      feedFiles.map((each) => [each.file.replace('feed.', ''), absolute(list + each.file)]),
    ),
    updated: dateOf(
      ...records
        .map(({ updatedAt }) => updatedAt)
        .sort()
        .reverse(),
    ),
  });
  for (const record of records) {
    const head = heads.get(record.id);
    if (!head) continue;
    feed.addItem({
      id: head.address,
      link: head.address,
      title: text(head.title),
      ...(head.description === '' ? {} : { description: text(head.description) }),
      ...(head.image ? { image: head.image.url } : {}),
      published: dateOf(record.publishedAt, record.updatedAt),
      date: dateOf(record.updatedAt),
    });
  }
  return { text: write(feed), mime, parts: 'everything', lasting: true };
}
