import { listAddress, SITE_ROOT } from '@tovlet/core/delivery/page-address';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { Hono } from 'hono';
import type { ContentParts } from '../../revisions/content';
import type { Services } from '../../services';
import { fontFile } from '../fonts';
import { siteStyle } from '../style';
import { entryPage, listPage, notFoundPage, startPage, type PageContext } from './pages';

/** Finds the type and slug that a path of the site belongs to; the slug is empty for the type's list. */
function matchPath(model: CompiledModel, path: string): { type: CompiledType; slug: string } | null {
  for (const type of model.types.filter(({ contentType }) => contentType.features.page)) {
    const prefix = listAddress(type.contentType);
    const rest = path.startsWith(prefix) ? path.slice(prefix.length) : null;
    if (rest !== null && rest !== '' && !rest.includes('/')) return { type, slug: rest };
    if ((rest === '' || path === prefix.slice(0, -1)) && prefix !== `${SITE_ROOT}/`)
      return { type, slug: '' };
  }
  return null;
}

/** What a page that is not there is made of beside the model. */
const FRAME: ContentParts = new Set(['settings']);

/** The public site: published entries through their templates. */
export function siteRoutes(services: Services): Hono {
  const { answers, models } = services;
  return (
    new Hono()
      .get('/style.css', (context) =>
        context.body(siteStyle, 200, {
          'content-type': 'text/css; charset=utf-8',
          'cache-control': 'public, max-age=300',
        }),
      )
      // No slug has a dot: pages keep all their addresses.
      .get('/:name{[a-z-]+\\.woff2}', (context) => {
        const file = fontFile(context.req.param('name'));
        if (!file) return context.notFound();
        return context.body(file, 200, {
          'content-type': 'font/woff2',
          'cache-control': 'public, max-age=604800',
          // The frame of the preview has no origin of its own, and fonts are asked for by origin.
          'access-control-allow-origin': '*',
        });
      })
      .get('/*', (context) => {
        const path = decodeURI(context.req.path);
        // Mounted below the root of the site, a route for `/` would stand for the address without the slash at its end.
        const isStart = path === `${SITE_ROOT}/`;
        const after = context.req.query('after') ?? null;
        return answers.answer(context, {
          key: JSON.stringify([path, after]),
          fleeting: false,
          // A template's ways are known once it is read: nothing is said before.
          parts: () => Promise.resolve(null),
          async make({ modelRevision }) {
            const { model } = await models.since(modelRevision);
            const site: PageContext = { services, model };
            if (isStart) return startPage(site);
            const match = matchPath(model, path);
            if (!match) return notFoundPage(site, FRAME);
            if (match.slug === '') return listPage(site, match.type, after);
            return entryPage(site, match.type, match.slug);
          },
        });
      })
  );
}
