/** Cards: a picture above, words below; the link of the title takes the whole card. */
export const style = `
.cards{list-style:none;padding:0;margin:1rem 0 1.5rem;display:grid;gap:1.25rem;grid-template-columns:repeat(auto-fill,minmax(min(15rem,100%),1fr))}
.cards>li{position:relative;display:flex;flex-direction:column;background:var(--raised);border:1px solid var(--line);border-radius:var(--corner);overflow:hidden}
.cards>li:focus-within,.cards>li:hover{border-color:var(--accent)}
.card-picture{aspect-ratio:3/2;background:var(--line)}
.card-picture .gallery{display:block;margin:0;height:100%}
.card-picture img{display:block;width:100%;height:100%;object-fit:cover;border-radius:0}
.card-words{padding:.75rem 1rem 1rem}
.card-words :is(h2,h3,h4){margin:0;font-size:1.1rem;line-height:1.3}
.card-words :is(h2,h3,h4) a{text-decoration:none}
.card-words :is(h2,h3,h4) a::after{content:"";position:absolute;inset:0}
.card-words dl{margin:.4rem 0 0;font-size:.95rem}
.card-words dl>div{display:flex;gap:.75rem;justify-content:space-between}
.card-words dt{color:var(--muted)}
.card-words dd{margin:0;text-align:end;position:relative}
`;
