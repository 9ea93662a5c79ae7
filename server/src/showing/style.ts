import { createHash } from 'node:crypto';
import { SITE_ROOT } from '@tovlet/core/delivery/page-address';
import { lookParameters, lookStyle, type Look } from '@tovlet/core/site/look';
import { fontFaces } from './fonts';
import { listStyle } from './list-style';
import { blockKinds } from '@tovlet/core/templates/blocks/index';

/** The page around the blocks. */
const frame = `
:root{color-scheme:light dark;--paper:light-dark(#fbfaf6,#161b18);--raised:light-dark(#fff,#1e2521);--line:light-dark(#ddd9cf,#37403b);
--ink:light-dark(#1d2420,#e8ebe7);--muted:light-dark(#5c655f,#a3ada6);--edge:light-dark(#8c938d,#6b756f);--mark:light-dark(#f6e3a1,#5a4a12)}
*{box-sizing:border-box}
body{margin:0;background:var(--paper);color:var(--ink);font:1.0625rem/1.6 "Instrument Sans Variable",system-ui,sans-serif}
a{color:var(--accent);text-underline-offset:.15em}
a:focus-visible{outline:2px solid var(--accent);outline-offset:2px}
.site-head{display:flex;flex-wrap:wrap;gap:.25rem 1.5rem;align-items:baseline;padding:1rem max(1rem,calc(50vw - 28rem));border-bottom:1px solid var(--line)}
.site-head strong a{color:var(--ink);text-decoration:none}
.site-head nav{display:flex;flex-wrap:wrap;gap:.25rem 1rem}
.site-head .to-search{margin-inline-start:auto}
.site-head :is(nav a,.to-search){padding:.15rem 0}
.site-head [aria-current]{color:var(--ink);font-weight:600}
.site-logo{display:block;height:2.25rem;width:auto}
.site-head strong a{display:flex;align-items:center;gap:.6rem}
.site-foot{padding:1.5rem max(1rem,calc(50vw - 28rem)) 2.5rem;border-top:1px solid var(--line);color:var(--muted);font-size:.95rem}
.site-foot nav{display:flex;flex-wrap:wrap;gap:.25rem 1.25rem}
.site-foot p{margin:.75rem 0 0;white-space:pre-line}
body{display:flex;flex-direction:column;min-height:100vh}
main{flex:1;width:100%}
.skip{position:absolute;inset-inline-start:-100vw}
.skip:focus{inset-inline-start:1rem;top:.5rem;background:var(--paper);padding:.5rem 1rem;z-index:1}
main:focus{outline:none}
.trail{color:var(--muted);margin-bottom:-.75rem}
.below{list-style:none;display:flex;flex-wrap:wrap;gap:.25rem 1.25rem;margin:.75rem 0;padding:0}
.site-search{display:flex;gap:.5rem;max-width:30rem;margin:1rem 0}
.site-search input{font:inherit;color:inherit;background:var(--raised);border:1px solid var(--edge);border-radius:4px;padding:.3rem .5rem;min-width:0;flex:1}
main{padding:1.5rem max(1rem,calc(50vw - 28rem)) 4rem}
.empty{color:var(--muted)}
`;

/** What values bring along themselves. */
const values = `
.text>img{display:block;max-width:100%;height:auto;margin:1rem 0;border-radius:4px}
.text table{border-collapse:collapse;margin:1rem 0;display:block;max-width:100%;overflow-x:auto}
.text :is(th,td){border:1px solid var(--line);padding:.35rem .75rem;text-align:start;vertical-align:top}
.text th{background:var(--raised)}
.text :is(th,td) p{margin:0}
.gallery{display:grid;grid-template-columns:repeat(auto-fill,minmax(14rem,1fr));gap:.8rem;margin:1rem 0}
.gallery img{width:100%;height:auto;border-radius:4px}
.gallery-square img{aspect-ratio:1;object-fit:cover}
.gallery-wide img{aspect-ratio:3/2;object-fit:cover}
.gallery-tall img{aspect-ratio:2/3;object-fit:cover}
.stars{color:var(--accent);letter-spacing:.12em;white-space:nowrap}
.player{display:block;width:100%;max-width:40rem;aspect-ratio:16/9;height:auto;border:1px solid var(--line);border-radius:4px}
`;

const sheet = [fontFaces, frame, listStyle, ...blockKinds.map(({ style }) => style), values].join('');

/** Tells one sheet from another. */
const version = createHash('sha1').update(sheet).digest('base64url').slice(0, 8);

/** The public site's style sheet: readable by default, light and dark, on a phone as on a desk. */
export const siteStyle = (look: Look): string => lookStyle(look) + sheet;

/** The address of the style sheet for a look: another one for each sheet, so that it can be kept for good. */
export const styleAddress = (look: Look): string =>
  `${SITE_ROOT}/style.css?${lookParameters(look)}&sheet=${version}`;
