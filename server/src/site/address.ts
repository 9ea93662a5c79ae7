import type { ContentType } from '@tovlet/core/model/document';

/** Where the public site lies. */
export const SITE_ROOT = '/site';

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
