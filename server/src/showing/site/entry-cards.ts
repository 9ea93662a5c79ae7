import { VISITORS } from '@tovlet/core/access/audience';
import { maySeeUnasked } from '@tovlet/core/access/unasked';
import { pageAddress } from '@tovlet/core/delivery/page-address';
import { escapeHtml } from '@tovlet/core/fields/html';
import type { CompiledField, CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { NOTHING_MORE } from '@tovlet/core/queries/load-plan';
import { shownMarkup } from '@tovlet/core/templates/several';
import type { Database } from '../../db/connect';
import type { DeliveredEntry } from '../../delivery/delivered';
import { EntryPresenter, type PresentedEntry } from '../../delivery/presenter';

/** So many values stand below a title, of so many that lists show: some are empty. */
const VALUES = 3;
const READ = 12;

/** How the pictures of fields stand on cards. */
const PICTURES: Readonly<Record<string, string>> = { image: 'small', gallery: 'first' };

/** Entries of a type as a list names them, and whether it is known what they are made of. */
export interface EntryCards {
  readonly html: string;
  /** Whether they name what may be anything. */
  readonly leadsAnywhere: boolean;
}

/** How cards look. */
export interface CardLook {
  /** That of the heading of each. */
  readonly level: 2 | 3;
  /** What stands below titles, as HTML by the ids of entries. */
  readonly excerpts?: ReadonlyMap<string, string>;
}

/** The picture that stands for entries of a type: its first. */
const pictureField = ({ fields }: CompiledType): CompiledField | undefined =>
  fields.find((field) => PICTURES[field.type.kind] !== undefined && maySeeUnasked(field));

/** What lists of a type show beside titles. */
const valueFields = ({ fields }: CompiledType): readonly CompiledField[] =>
  fields
    .filter((field) => field.field.listColumn && field.type.holds === null && maySeeUnasked(field))
    .slice(0, READ);

const shown = (field: CompiledField, { value }: PresentedEntry, format?: string): string =>
  shownMarkup(field, value[field.key], format);

function card(
  entry: PresentedEntry,
  type: CompiledType,
  picture: CompiledField | undefined,
  { level, excerpts }: CardLook,
): string {
  const { id, slug, title } = entry.record;
  const link = `<a href="${pageAddress(type.contentType, slug)}">${escapeHtml(title)}</a>`;
  const values = valueFields(type)
    .map((field) => ({ label: field.publicLabel, text: shown(field, entry) }))
    .filter(({ text }) => text !== '')
    .slice(0, VALUES)
    .map(({ label, text }) => `<div><dt>${escapeHtml(label)}</dt><dd>${text}</dd></div>`)
    .join('');
  const shownPicture = picture ? shown(picture, entry, PICTURES[picture.type.kind]) : '';
  const image = shownPicture === '' ? '' : `<div class="card-picture">${shownPicture}</div>`;
  const facts = values === '' ? '' : `<dl>${values}</dl>`;
  const excerpt = excerpts?.get(id);
  const found = excerpt === undefined ? '' : `<p class="excerpt">${excerpt}</p>`;
  return `<li>${image}<div class="card-words"><h${level}>${link}</h${level}>${found}${facts}</div></li>`;
}

/**
 * Writes published entries of a type as cards: with their first picture, their titles, and what lists of the type show.
 */
export async function entryCards(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  records: readonly DeliveredEntry[],
  look: CardLook,
): Promise<EntryCards> {
  const presenter = new EntryPresenter(database, model, VISITORS);
  const picture = pictureField(type);
  const wanted = [...valueFields(type), ...(picture ? [picture] : [])].map(({ id }) => id);
  const entries = await presenter.present(type, records, { ...NOTHING_MORE, fields: new Set(wanted) });
  const cards = entries.map((entry) => card(entry, type, picture, look));
  return { html: `<ul class="cards">\n${cards.join('\n')}\n</ul>`, leadsAnywhere: presenter.leadsAnywhere };
}
