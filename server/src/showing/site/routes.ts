import { feedFiles } from '@tovlet/core/templates/head/feed-files';
import { listAddress, searchAddress, SITE_ROOT } from '@tovlet/core/delivery/page-address';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { baseMap } from '@tovlet/core/templates/maps/base-map';
import { boxFromText } from '@tovlet/core/templates/maps/map-box';
import { styleSheet } from '@tovlet/core/templates/styles/style-sheet';
import { lookFrom } from '@tovlet/core/site/look';
import { Hono } from 'hono';
import type { Database } from '../../db/connect';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { fontFile } from '../fonts';
import { settingsOf } from '../../settings/queries';
import type { Absolute } from '@tovlet/core/templates/head/linked-value';
import { drawnMap } from '../../standins/gazetteer';
import { listScript } from '../list-script';
import { sheetVersion } from '../sheet-markup';
import { savedTemplate } from '../stored-templates';
import { siteStyle } from '../style';
import { feedOf } from './feeds';
import { originOf } from './origin';
import { FILE_LIMIT, sitemap } from './sitemap';
import { entryPage } from './pages/entry-page';
import { listPage } from './pages/list-page';
import { elsewhere, notFoundPage } from './pages/not-found-page';
import { pageContext } from './pages/page-context';
import { searchPage } from './pages/search-page';
import { matchTerm, termPage } from './pages/term-page';
import { startPage } from './pages/start-page';

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

/** Makes addresses of the site whole. */
const within =
  (origin: string): Absolute =>
  (address) =>
    address.startsWith('/') ? origin + address : address;

/** What an address asks for: in the same order for the same, so that it is made once. */
const asked = (url: string): readonly (readonly [string, string])[] =>
  [...new URL(url).searchParams]
    .filter(([, value]) => value !== '')
    .sort(([a, x], [b, y]) => (a === b ? (x < y ? -1 : 1) : a < b ? -1 : 1));

const isFeed = (path: string): boolean => feedFiles.some(({ file }) => path.endsWith(`/${file}`));

/** The style sheet of a template; empty where none is saved. */
async function savedSheet(database: Database, id: string): Promise<string> {
  const saved = await savedTemplate(database, id);
  return saved?.content.mode === 'blocks' ? styleSheet(saved.content.blocks) : '';
}

/** The public site: published entries through their templates. */
export function siteRoutes(services: Services): Hono {
  const { answers, models } = services;
  return (
    new Hono()
      .get('/style.css', (context) =>
        context.body(siteStyle(lookFrom(context.req.query())), 200, {
          'content-type': 'text/css; charset=utf-8',
          // Its address says which one it is.
          'cache-control': `public, max-age=${context.req.query('sheet') === undefined ? 300 : 31_536_000}`,
        }),
      )
      .get('/template.css', async (context) => {
        const css = await savedSheet(services.database, context.req.query('of') ?? '');
        const isAsked = sheetVersion(css) === context.req.query('sheet');
        return context.body(css, 200, {
          'content-type': 'text/css; charset=utf-8',
          // Its address says which one it is; who still has a page from before is given the present one, for now.
          'cache-control': isAsked ? 'public, max-age=31536000, immutable' : 'no-cache',
        });
      })
      .get('/map.svg', (context) => {
        const box = boxFromText(context.req.query('box') ?? '');
        if (!box)
          throw new ProblemException('invalid_query', 'A map shows a box: west,south,east,north in degrees.');
        return context.body(baseMap(drawnMap, box), 200, {
          'content-type': 'image/svg+xml; charset=utf-8',
          'cache-control': 'public, max-age=86400',
        });
      })
      .get('/list.js', (context) =>
        context.body(listScript, 200, {
          'content-type': 'text/javascript; charset=utf-8',
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
      .get('/:name{sitemap(?:-[0-9]+)?\\.xml}', async (context) => {
        const settings = await settingsOf(services.database);
        const origin = originOf(context, settings);
        const file = /-(\d+)/.exec(context.req.param('name'))?.[1];
        return answers.answer(context, {
          key: JSON.stringify(['sitemap', file ?? null, origin]),
          fleeting: false,
          parts: () => Promise.resolve('everything'),
          async make({ modelRevision }) {
            const { model } = await models.since(modelRevision);
            const wanted = { database: services.database, model, absolute: within(origin), size: FILE_LIMIT };
            const map = await sitemap({ ...wanted, file: file === undefined ? null : Number(file) });
            return map ?? notFoundPage(await pageContext(services, model), 'everything');
          },
        });
      })
      .get('/*', async (context) => {
        const path = decodeURI(context.req.path);
        // Mounted below the root of the site, a route for `/` would stand for the address without the slash at its end.
        const isStart = path === `${SITE_ROOT}/`;
        // Pages do not depend on how they are asked for; what is read elsewhere says whole addresses.
        const origin = isFeed(path) ? originOf(context, await settingsOf(services.database)) : '';
        const parameters = asked(context.req.url);
        return answers.answer(context, {
          key: JSON.stringify([path, parameters, origin]),
          fleeting: false,
          // A template's ways are known once it is read: nothing is said before.
          parts: () => Promise.resolve(null),
          async make({ modelRevision }) {
            const { model } = await models.since(modelRevision);
            const site = await pageContext(services, model);
            if (isStart) return startPage(site);
            const match = matchPath(model, path);
            if (!match && path === searchAddress) return searchPage(site, parameters);
            const ofTerm = match ? null : matchTerm(model, path);
            if (ofTerm) return termPage(site, ofTerm.taxonomy, ofTerm.slug);
            if (!match) return elsewhere(site, path);
            if (match.slug === '') return listPage(site, match.type, parameters);
            const form = feedFiles.find(({ file }) => file === match.slug);
            if (form) return feedOf(site, match.type, form, within(origin));
            return entryPage(site, match.type, match.slug, parameters);
          },
        });
      })
  );
}
