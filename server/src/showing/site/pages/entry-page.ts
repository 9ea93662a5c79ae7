import { PROGRAMS, VISITORS } from '@tovlet/core/access/audience';
import { pageAddress, searchAddress } from '@tovlet/core/delivery/page-address';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { templateOf } from '@tovlet/core/model/page-templates';
import type { DeliveredEntry } from '../../../delivery/delivered';
import { findEntry } from '../../../delivery/find';
import { EntryPresenter } from '../../../delivery/presenter';
import type { MadeAnswer } from '../../../revisions/kept-answers';
import { templateFor } from '../../render';
import { movedFrom } from '../moved';
import { notFoundPage } from './not-found-page';
import { pageByTemplate } from './page-by-template';
import { partsOfPage, type PageContext } from './page-context';
import { redirectTo } from './redirect';
import { searchPage } from './search-page';
import type { Parameters } from '../lists/found-list';

/**
 * The page of the entry that a slug names.
 * @param parameters as they stand in the address: no entry minds them, but what stands where none is may
 */
export async function entryPage(
  context: PageContext,
  type: CompiledType,
  slug: string,
  parameters: Parameters,
): Promise<MadeAnswer> {
  const { database } = context.services;
  const record = await findEntry(database, type.contentType.id, slug, PROGRAMS);
  if (record?.slug === slug) return pageOfEntry(context, type, record);
  const moved = await movedFrom(database, type.contentType.id, slug);
  if (moved !== null) return redirectTo(pageAddress(type.contentType, moved));
  // An entry that had the address of the search before the site searched keeps it.
  if (pageAddress(type.contentType, slug) === searchAddress) return searchPage(context, parameters);
  return notFoundPage(context, partsOfPage({ type }, context));
}

/** The page of a published entry, by its template. */
export async function pageOfEntry(
  context: PageContext,
  type: CompiledType,
  record: DeliveredEntry,
): Promise<MadeAnswer> {
  const { services, model } = context;
  const template = templateOf(type.contentType, record.templateId);
  const source = await templateFor(services, type, template, model);
  return pageByTemplate(context, record.title, source, async () => {
    const presenter = new EntryPresenter(services.database, model, VISITORS);
    const [presented] = await presenter.present(type, [record], source.plan);
    const parts = presenter.leadsAnywhere ? 'everything' : partsOfPage({ type, plan: source.plan }, context);
    return presented ? { type, presented, parts } : null;
  });
}
