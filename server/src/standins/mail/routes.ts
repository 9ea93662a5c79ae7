import { escapeHtml } from '@tovlet/core/fields/html';
import { Hono } from 'hono';
import { requirePerson, requireRole, type Signed } from '../../access/guard';
import type { Database } from '../../db/connect';
import type { LetterRecord } from '../../db/schema';
import { postedLetters } from './mail';

const shown = ({ toName, toAddress, subject, body, link, createdAt }: LetterRecord): string =>
  [
    '<article>',
    `<h2>${escapeHtml(subject)}</h2>`,
    `<p>To ${escapeHtml(toName)} &lt;${escapeHtml(toAddress)}&gt;, `,
    `<time>${escapeHtml(new Date(createdAt).toISOString().slice(0, 16).replace('T', ' '))} UTC</time></p>`,
    `<pre>${escapeHtml(body)}</pre>`,
    `<p><a href="${escapeHtml(link)}">Open it in the workbench</a></p>`,
    '</article>',
  ].join('');

const STYLE =
  'body{max-width:42rem;margin:2rem auto;padding:0 1rem;font:15px/1.5 system-ui,sans-serif;color-scheme:light dark}' +
  'article{border-top:1px solid;padding:1rem 0}h2{margin:0;font-size:1.1rem}pre{white-space:pre-wrap;font:inherit}';

const page = (letters: readonly LetterRecord[]): string =>
  '<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">' +
  `<title>Letters</title><style>${STYLE}</style><main><h1>Letters</h1>` +
  '<p>This stand-in takes the place of a mail service: it delivers nothing, and shows what it was given.</p>' +
  `${letters.map(shown).join('') || '<p>No letters yet.</p>'}</main></html>`;

/** The stand-in for a mail service: developers read what it was given. */
export function mailRoutes(database: Database): Hono<Signed> {
  return new Hono<Signed>()
    .use(requirePerson(database), requireRole('developer'))
    .get('/', async (context) => context.html(page(await postedLetters(database))));
}
