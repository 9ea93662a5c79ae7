import { filmHost, filmIdFrom, filmPage } from '@tovlet/core/fields/embed/film-host';
import { escapeHtml } from '@tovlet/core/fields/html';
import { Hono } from 'hono';
import { ProblemException } from '../http/problem';
import { films, type Film } from './films';

const SIZE = { width: 640, height: 360 };

/** What the host answers about a film. @see https://oembed.com */
export interface OEmbedAnswer {
  readonly version: '1.0';
  readonly type: 'video';
  readonly provider_name: string;
  readonly title: string;
  readonly author_name: string;
  readonly html: string;
  readonly width: number;
  readonly height: number;
  readonly thumbnail_url: string;
  readonly thumbnail_width: number;
  readonly thumbnail_height: number;
  /** The address inside of `html`, for those who write their own frame. */
  readonly player: string;
}

const filmById = (id: string): Film | undefined => films.find((film) => film.id === id);

/**
 * Answers what the host says of a film.
 * @returns null when it has no such film
 */
export function oembedOf(id: string): OEmbedAnswer | null {
  const film = filmById(id);
  if (!film) return null;
  const player = `/standins/films/play/${film.id}`;
  return {
    version: '1.0',
    type: 'video',
    provider_name: filmHost.name,
    title: film.title,
    author_name: film.author,
    html: `<iframe src="${player}" width="${SIZE.width}" height="${SIZE.height}"></iframe>`,
    ...SIZE,
    thumbnail_url: `/standins/films/still/${film.id}.svg`,
    thumbnail_width: SIZE.width,
    thumbnail_height: SIZE.height,
    player,
  };
}

/** A drawn scene; in the player its light moves on, without a script. */
function scene({ title, colours: [sky, far, near], seconds }: Film, moving: boolean): string {
  const light = moving
    ? `<animate attributeName="cx" from="-60" to="700" dur="${seconds}s" repeatCount="indefinite"/>`
    : '';
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 640 360" role="img" aria-label="${escapeHtml(title)}">`,
    `<rect width="640" height="360" fill="${sky}"/>`,
    `<circle cx="120" cy="90" r="34" fill="#f4d27a">${light}</circle>`,
    `<path d="M0 240 L90 150 L170 210 L280 110 L390 220 L480 160 L640 250 V360 H0Z" fill="${far}"/>`,
    `<path d="M0 300 L120 230 L240 290 L360 220 L500 300 L640 260 V360 H0Z" fill="${near}"/>`,
    '</svg>',
  ].join('');
}

const page = (body: string, title: string): string =>
  `<!doctype html><html lang="en"><meta charset="utf-8"><title>${escapeHtml(title)}</title>` +
  `<style>body{margin:0}svg{display:block;width:100%;height:100vh;object-fit:cover}</style>${body}</html>`;

/** The stand-in for a film host: oEmbed, stills and players. */
export function filmHostRoutes(): Hono {
  const found = (id: string): Film => {
    const film = filmById(id);
    if (!film) throw new ProblemException('not_found', 'The host has no such film.');
    return film;
  };
  return new Hono()
    .get('/oembed', (context) => {
      const id = filmIdFrom(context.req.query('url') ?? '');
      const answer = id === null ? null : oembedOf(id);
      if (!answer) throw new ProblemException('not_found', 'The host has no such film.');
      return context.json({ ...answer, url: id === null ? '' : filmPage(id) });
    })
    .get('/still/:file{[a-z0-9]+\\.svg}', (context) => {
      const film = found(context.req.param('file').replace('.svg', ''));
      return context.body(scene(film, false), 200, { 'content-type': 'image/svg+xml' });
    })
    .get('/play/:id', (context) => {
      const film = found(context.req.param('id'));
      return context.html(page(scene(film, true), film.title));
    });
}
