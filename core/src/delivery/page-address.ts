import type { ContentType, ModelDocument, Taxonomy } from '../model/document';

/** Where the public site lies. */
export const SITE_ROOT = '/site';

/** Where the whole site is searched. */
export const searchAddress = `${SITE_ROOT}/search`;

/**
 * Makes the address of an entry's page.
 * @returns the address; empty for types whose entries have no pages
 * @example pageAddress({ address: '/huts/{slug}', features: { page: true } }, 'larch') // => '/site/huts/larch'
 */
export function pageAddress(
  { address, features }: Pick<ContentType, 'address'> & { readonly features: { readonly page: boolean } },
  slug: string,
): string {
  if (!features.page) return '';
  return SITE_ROOT + address.replace('{slug}', slug);
}

/**
 * Makes the address of the page that lists a type's entries.
 * @example listAddress({ address: '/huts/{slug}' }) // => '/site/huts/'
 */
export function listAddress({ address }: Pick<ContentType, 'address'>): string {
  return SITE_ROOT + address.replace('{slug}', '');
}

/** Whether the entries of a type are listed on a page of their own; those at the root are listed by the index. */
export const hasListPage = (type: Pick<ContentType, 'address' | 'features'>): boolean =>
  type.features.page && listAddress(type) !== `${SITE_ROOT}/`;

/** The parts of a model that tell where pages lie. */
type Pages = Pick<ModelDocument, 'contentTypes' | 'taxonomies'>;

const isPaged = ({ features }: ContentType): boolean => features.page;

/** Where the pages of a taxonomy's terms lie; empty where there are none. */
function termsAddress({ contentTypes }: Pages, { id, pluralKey }: Taxonomy): string {
  const address = `${SITE_ROOT}/${pluralKey.replaceAll('_', '-')}/`;
  const paged = contentTypes.filter(isPaged);
  const isUsed = paged.some(({ taxonomies }) => taxonomies.some(({ taxonomy }) => taxonomy === id));
  return isUsed && !paged.some((type) => listAddress(type) === address) ? address : '';
}

const termsKnown = new WeakMap<Pages, ReadonlyMap<string, string>>();

/** Where the pages of terms lie, by their taxonomies; those without pages are not among them. */
export function termAddresses(model: Pages): ReadonlyMap<string, string> {
  const known = termsKnown.get(model);
  if (known) return known;
  const all = model.taxonomies.map((taxonomy) => [taxonomy.id, termsAddress(model, taxonomy)] as const);
  const made = new Map(all.filter(([, address]) => address !== ''));
  termsKnown.set(model, made);
  return made;
}

/**
 * Makes the address of a term's page. What lies where a type has its pages is the type's.
 * @returns the address; empty where no type with pages has the taxonomy
 * @example termAddress(model, 'y_area', 'north') // => '/site/areas/north'
 */
export function termAddress(model: Pages, taxonomy: string, slug: string): string {
  const address = termAddresses(model).get(taxonomy);
  return address === undefined ? '' : address + slug;
}

/** The first steps of addresses that stand for something else than pages. */
const RESERVED: ReadonlySet<string> = new Set(['style.css', 'search']);

/**
 * Tells whose address an entry's page would take: that of a list of entries, or of the site itself.
 * @returns the owner in words; null when the address is free
 * @example pageTakenBy(types, pageType, 'huts') // => 'the list of Huts'
 */
export function pageTakenBy(types: readonly ContentType[], own: ContentType, slug: string): string | null {
  const address = pageAddress(own, slug);
  if (address === '') return null;
  if (RESERVED.has(address.slice(SITE_ROOT.length + 1))) return 'the site itself';
  const list = types.find((type) => type.features.page && listAddress(type) === `${address}/`);
  return list ? `the list of ${list.plural}` : null;
}

/**
 * The slug of the entry, if any, whose page would stand where a type's list is to stand.
 * @returns null where no entry of the other type can have that address
 * @example slugAt(pageType, hutType) // => 'huts'
 */
export function slugAt(other: ContentType, type: ContentType): string | null {
  if (!other.features.page || other.id === type.id) return null;
  const [list, prefix] = [listAddress(type).slice(0, -1), listAddress(other)];
  const slug = list.startsWith(prefix) ? list.slice(prefix.length) : '';
  return slug === '' || slug.includes('/') ? null : slug;
}
