import { fontFaces } from './fonts';
import { blockKinds } from '@tovlet/core/templates/blocks/index';

/** The page around the blocks. */
const frame = `
:root{color-scheme:light dark;--paper:light-dark(#fbfaf6,#161b18);--raised:light-dark(#fff,#1e2521);--line:light-dark(#ddd9cf,#37403b);
--ink:light-dark(#1d2420,#e8ebe7);--muted:light-dark(#5c655f,#a3ada6);--spruce:light-dark(#1f5f55,#7cc4b6)}
*{box-sizing:border-box}
body{margin:0;background:var(--paper);color:var(--ink);font:1.0625rem/1.6 "Instrument Sans Variable",system-ui,sans-serif}
a{color:var(--spruce);text-underline-offset:.15em}
a:focus-visible{outline:2px solid var(--spruce);outline-offset:2px}
.site-head{display:flex;flex-wrap:wrap;gap:.25rem 1.5rem;align-items:baseline;padding:1rem max(1rem,calc(50vw - 28rem));border-bottom:1px solid var(--line)}
.site-head strong a{color:var(--ink);text-decoration:none}
.site-head nav{display:flex;flex-wrap:wrap;gap:.25rem 1rem}
main{padding:1.5rem max(1rem,calc(50vw - 28rem)) 4rem}
.empty{color:var(--muted)}
.entries{list-style:none;padding:0}
.entries li{border-bottom:1px solid var(--line);padding:.5rem 0}
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
.player{display:block;width:100%;max-width:40rem;aspect-ratio:16/9;height:auto;border:1px solid var(--line);border-radius:4px}
`;

/** The public site's style sheet: readable by default, light and dark, on a phone as on a desk. */
export const siteStyle = [fontFaces, frame, ...blockKinds.map(({ style }) => style), values].join('');
