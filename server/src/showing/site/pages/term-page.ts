import { PROGRAMS, VISITORS } from '@tovlet/core/access/audience';
import { maySeeUnasked } from '@tovlet/core/access/unasked';
import { hasListPage, listAddress, termAddress, termAddresses } from '@tovlet/core/delivery/page-address';
import { escapeHtml } from '@tovlet/core/fields/html';
import { settingsOf } from '@tovlet/core/fields/settings-of';
import { term as termType } from '@tovlet/core/fields/term/term';
import type { JsonObject } from '@tovlet/core/json';
import { addressOf, WHOLE_LIST } from '@tovlet/core/lists/list-request';
import { everyOffered, listedEntries, listsAsk, offeredFacets } from '@tovlet/core/lists/offered-facet';
import { numbered } from '@tovlet/core/locale/counts';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { subjectOf } from '@tovlet/core/model/subjects';
import { compileCondition } from '@tovlet/core/queries/compile';
import { toggledFacet } from '@tovlet/core/queries/edit';
import { NOTHING_MORE } from '@tovlet/core/queries/load-plan';
import { pageFields } from '@tovlet/core/templates/default-template';
import { plainHead } from '@tovlet/core/templates/head/page-head';
import { shownMarkup } from '@tovlet/core/templates/several';
import { and, eq, ne } from 'drizzle-orm';
import type { Database } from '../../../db/connect';
import { term, termAncestor, type TermRecord } from '../../../db/schema';
import { countEntries, findPage } from '../../../delivery/find';
import { EntryPresenter } from '../../../delivery/presenter';
import { readThings } from '../../../delivery/things';
import type { MadeAnswer } from '../../../revisions/kept-answers';
import { absoluteBy } from '../../layout';
import { templateFor } from '../../render';
import { savedTemplate } from '../../stored-templates';
import { entryCards } from '../entry-cards';
import { pageByTemplate } from './page-by-template';
import { notFoundPage } from './not-found-page';
import { pageWith, type PageContext } from './page-context';

/** So many entries of each type are shown; the list of the type has the others. */
const EACH = 12;

/** The taxonomy and the slug that a path of the site belongs to; null where it is of no term. */
export function matchTerm(
  model: CompiledModel,
  path: string,
): { readonly taxonomy: string; readonly slug: string } | null {
  for (const [taxonomy, address] of termAddresses(model.document)) {
    const slug = path.startsWith(address) ? path.slice(address.length) : '';
    if (slug !== '' && !slug.includes('/')) return { taxonomy, slug };
  }
  return null;
}

/** The terms above a term, the highest first. */
async function above(database: Database, { id }: TermRecord): Promise<readonly TermRecord[]> {
  const rows = await database
    .select({ term })
    .from(termAncestor)
    .innerJoin(term, eq(term.id, termAncestor.ancestorId))
    .where(and(eq(termAncestor.termId, id), ne(termAncestor.ancestorId, id)));
  const terms = rows.map((row) => row.term);
  const depth = (each: TermRecord): number => {
    const parent = terms.find((other) => other.id === each.parentId);
    return parent ? depth(parent) + 1 : 0;
  };
  return [...terms].sort((one, other) => depth(one) - depth(other));
}

const link = ({ model }: PageContext, { taxonomyId, slug, label }: TermRecord): string =>
  `<a href="${termAddress(model.document, taxonomyId, slug)}">${escapeHtml(label)}</a>`;

/** What a term tells of itself, of what everybody may see. */
async function about({ services, model }: PageContext, { id, taxonomyId }: TermRecord): Promise<string> {
  const type = subjectOf(model, taxonomyId);
  const [thing] = await readThings(services.database, model, 'term', [id]);
  if (!thing) return '';
  const presenter = new EntryPresenter(services.database, model, VISITORS);
  const [value = {}] = await presenter.presentThings([thing], NOTHING_MORE);
  return aboutMarkup(type, value);
}

function aboutMarkup(type: CompiledType, value: JsonObject): string {
  const shown = pageFields(type)
    .filter((each) => each.shown && each.field.type.holds === null && maySeeUnasked(each.field))
    .map(({ field, label, format }) => ({
      label: label === 'beside' ? field.publicLabel : '',
      text: shownMarkup(field, value[field.key], format ?? undefined),
    }))
    .filter(({ text }) => text !== '');
  const texts = shown
    .filter(({ label }) => label === '')
    .map(({ text }) => `<div class="text">${text}</div>\n`);
  const facts = shown
    .filter(({ label }) => label !== '')
    .map(({ label, text }) => `<div><dt>${escapeHtml(label)}</dt><dd>${text}</dd></div>`);
  return texts.join('') + (facts.length > 0 ? `<dl class="facts facts-beside">${facts.join('')}</dl>\n` : '');
}

/** The entries of a type that have the term, or one below it; empty where none has. */
async function entriesOf(context: PageContext, type: CompiledType, found: TermRecord): Promise<string> {
  const { services, model, words } = context;
  const { database } = services;
  const facet = everyOffered(model, type).find(
    ({ field }) => settingsOf(termType, field.field)?.taxonomy === found.taxonomyId,
  );
  if (!facet) return '';
  const { condition } = compileCondition(
    toggledFacet(null, facet, found.id),
    listedEntries(type),
    listsAsk(model),
  );
  const part = { size: EACH, cursor: null, backwards: false };
  const query = { condition, sort: [], words: [], page: part };
  const { list, page } = await findPage(database, type, query, PROGRAMS);
  if (page.records.length === 0) return '';
  const total = await countEntries(database, list);
  const { html } = await entryCards(database, model, type, page.records, { level: 3 });
  const { contentType } = type;
  const { singular, plural } = contentType;
  // A list offers only so many facets: a link that it does not mind would lead to everything.
  const isOffered = offeredFacets(model, type).some(({ parameter }) => parameter === facet.parameter);
  const amount = words.found(total, numbered(total), singular, plural);
  const all = addressOf(listAddress(contentType), {
    ...WHOLE_LIST,
    chosen: new Map([[facet.parameter, [found.slug]]]),
  });
  const more =
    total > 1 && hasListPage(contentType) && isOffered
      ? `<p><a href="${escapeHtml(all)}">${escapeHtml(words.all(amount))}</a></p>\n`
      : '';
  return `<h2>${escapeHtml(plural)}</h2>\n${html}\n${more}`;
}

/** The page of a term by the template that was saved for its taxonomy; null where none was. */
async function byTemplate(
  context: PageContext,
  { id, label, taxonomyId }: TermRecord,
): Promise<MadeAnswer | null> {
  const { services, model } = context;
  if (!(await savedTemplate(services.database, taxonomyId))) return null;
  const [thing] = await readThings(services.database, model, 'term', [id]);
  if (!thing) return null;
  const source = await templateFor(services, thing.type, taxonomyId, model);
  return pageByTemplate(context, label, source, async () => {
    const presenter = new EntryPresenter(services.database, model, VISITORS);
    const presented = await presenter.presentThing(thing, source.plan);
    return { type: thing.type, presented, parts: 'everything' };
  });
}

/** The page of a term: by its template, else what it tells of itself, where it stands, and what has it. */
export async function termPage(context: PageContext, taxonomy: string, slug: string): Promise<MadeAnswer> {
  const { services, model, site, words } = context;
  const { database } = services;
  const ofTaxonomy = eq(term.taxonomyId, taxonomy);
  const [found] = await database
    .select()
    .from(term)
    .where(and(ofTaxonomy, eq(term.slug, slug)));
  if (!found) return notFoundPage(context, 'everything');
  const made = await byTemplate(context, found);
  if (made) return made;
  const [trail, below, text] = await Promise.all([
    above(database, found),
    database.select().from(term).where(eq(term.parentId, found.id)).orderBy(term.position),
    about(context, found),
  ]);
  const way =
    trail.length > 0
      ? `<nav class="trail" aria-label="${escapeHtml(words.trail)}">${trail.map((each) => link(context, each)).join(' › ')}</nav>\n`
      : '';
  const inside =
    below.length > 0
      ? `<ul class="below">${below.map((each) => `<li>${link(context, each)}</li>`).join('')}</ul>\n`
      : '';
  const entries: string[] = [];
  for (const type of model.types.filter(({ contentType }) => contentType.features.page))
    entries.push(await entriesOf(context, type, found));
  const listed = entries.join('') || `<p class="empty">${escapeHtml(words.nothingYet)}</p>\n`;
  const head = plainHead(found.label, absoluteBy(site)(termAddress(model.document, taxonomy, slug)));
  const content = `${way}<h1>${escapeHtml(found.label)}</h1>\n${text}${inside}${listed}`;
  return pageWith(context, head, content, 'everything');
}
