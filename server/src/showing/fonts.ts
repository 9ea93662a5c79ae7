import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { SITE_ROOT } from '@tovlet/core/delivery/page-address';

const sheet = createRequire(import.meta.url).resolve('@fontsource-variable/instrument-sans/wght.css');
const source = readFileSync(sheet, 'utf8');
const FILE = /url\(\.\/files\/([\w-]+\.woff2)\)/g;

const names: ReadonlySet<string> = new Set([...source.matchAll(FILE)].map(([, name = '']) => name));
const read = new Map<string, Uint8Array<ArrayBuffer>>();

/** The font of the site as style sheets name it: nothing is loaded from elsewhere. */
export const fontFaces = source.replace(FILE, (_match, name: string) => `url(${SITE_ROOT}/${name})`);

/** The part of the font that nearly every page needs, to be asked for with the page itself. */
export const FIRST_FONT = `${SITE_ROOT}/instrument-sans-latin-wght-normal.woff2`;

/** A file of the font; null for a name that is none of them. */
export function fontFile(name: string): Uint8Array<ArrayBuffer> | null {
  if (!names.has(name)) return null;
  const known = read.get(name);
  if (known) return known;
  const bytes = Uint8Array.from(readFileSync(join(dirname(sheet), 'files', name)));
  read.set(name, bytes);
  return bytes;
}
