import { SITE_ROOT } from '@tovlet/core/delivery/page-address';
import { Hono } from 'hono';
import type { Services } from '../../services';
import { settingsOf } from '../../settings/queries';
import { originOf } from './origin';

/**
 * Tells search engines what is for them: the site and its pictures, and where the map of it is.
 * @see https://www.rfc-editor.org/rfc/rfc9309
 */
export const robotsRoutes = ({ database }: Services): Hono =>
  new Hono().get('/robots.txt', async (context) => {
    const origin = originOf(context, await settingsOf(database));
    const lines = ['User-agent: *', `Allow: ${SITE_ROOT}/`, 'Allow: /media/', 'Disallow: /'];
    return context.text(`${lines.join('\n')}\n\nSitemap: ${origin}${SITE_ROOT}/sitemap.xml\n`, 200, {
      'cache-control': 'public, max-age=300',
    });
  });
