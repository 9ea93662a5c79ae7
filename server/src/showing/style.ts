/** The public site's style sheet: readable by default, light and dark, on a phone as on a desk. */
export const siteStyle = `
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
h1{font-size:2.1rem;line-height:1.2;margin:.5rem 0 1rem;letter-spacing:-.01em}
h2{font-size:1.3rem;margin:2rem 0 .5rem}
h3,h4{font-size:1.05rem;margin:1.5rem 0 .25rem}
figure{margin:1.25rem 0}
figure img{display:block;width:100%;height:auto;border-radius:6px}
.text{margin:.75rem 0}
.text p{margin:0 0 .75rem}
.facts{margin:1rem 0;border-top:1px solid var(--line)}
.facts>div{border-bottom:1px solid var(--line);padding:.45rem 0}
.facts-beside>div{display:grid;grid-template-columns:minmax(8rem,14rem) 1fr;gap:1rem}
.facts dt{color:var(--muted);font-size:.95rem}
.facts dd{margin:0;overflow-wrap:anywhere}
.facts dd p{margin:0 0 .5rem}
.facts-hidden dt{position:absolute;clip-path:inset(50%);width:1px;height:1px;overflow:hidden}
table{border-collapse:collapse;width:100%;margin:.75rem 0;font-variant-numeric:tabular-nums}
caption{text-align:left;color:var(--muted);padding:.25rem 0}
th,td{text-align:left;padding:.45rem .75rem .45rem 0;border-bottom:1px solid var(--line);vertical-align:top}
th{font-weight:600;font-size:.9rem;color:var(--muted)}
.number{text-align:right}
.section{margin:1.5rem 0}
.section-raised{background:var(--raised);border:1px solid var(--line);border-radius:6px;padding:.5rem 1.25rem 1rem}
.empty{color:var(--muted)}
.entries{list-style:none;padding:0}
.entries li{border-bottom:1px solid var(--line);padding:.5rem 0}
.gallery{display:grid;grid-template-columns:repeat(auto-fill,minmax(14rem,1fr));gap:.8rem;margin:1rem 0}
.gallery img{width:100%;height:auto;border-radius:4px}
.gallery-square img{aspect-ratio:1;object-fit:cover}
.gallery-wide img{aspect-ratio:3/2;object-fit:cover}
.gallery-tall img{aspect-ratio:2/3;object-fit:cover}
.player{display:block;width:100%;max-width:40rem;aspect-ratio:16/9;height:auto;border:1px solid var(--line);border-radius:4px}
.text blockquote{border-left:3px solid var(--line);margin:1rem 0;padding-left:1rem}
@media (max-width:34rem){.facts-beside>div{grid-template-columns:1fr;gap:0}h1{font-size:1.7rem}}
`;
