/** Lists with what they may be narrowed by: beside them on a desk, in their place on a phone while it is asked for. */
export const listStyle = `
.list-page{display:grid;grid-template-columns:15rem minmax(0,1fr);gap:1.5rem 2.5rem;align-items:start;margin-top:1.25rem}
.list-page.plain{display:block}
.narrowing{display:flex;flex-direction:column;gap:1.25rem;font-size:.95rem}
.narrowing [data-part]{display:flex;flex-direction:column;gap:1.25rem}
.narrowing fieldset{border:0;border-top:1px solid var(--line);margin:0;padding:.6rem 0 0;min-width:0}
.narrowing legend{float:left;width:100%;padding:0;font-weight:600;margin-bottom:.35rem}
.narrowing legend+*{clear:both}
.narrowing ul{list-style:none;margin:0;padding:0}
.narrowing li label{display:flex;align-items:baseline;gap:.5rem;min-height:1.75rem;cursor:pointer}
.narrowing li span:first-of-type{flex:1;min-width:0;overflow-wrap:anywhere}
.narrowing input[type=checkbox]{width:1rem;height:1rem;margin:0;accent-color:var(--accent);align-self:center;flex:none}
.below-1{padding-inline-start:1.25rem}
.below-2{padding-inline-start:2.5rem}
.below-3{padding-inline-start:3.75rem}
.count,.scale{color:var(--muted);font-size:.85rem;font-variant-numeric:tabular-nums}
.narrowing summary{color:var(--accent);cursor:pointer;min-height:1.75rem}
.bars{display:block;width:100%;height:2rem;fill:var(--muted);opacity:.55}
.scale{display:flex;justify-content:space-between;margin:.1rem 0 .4rem}
.ends{display:grid;gap:.4rem}
.ends.numbers{grid-template-columns:1fr 1fr}
.ends label{display:grid;grid-template-columns:auto minmax(0,1fr);align-items:center;gap:.4rem}
.ends.days label{grid-template-columns:2.5rem minmax(0,1fr)}
.list-page :is(input[type=search],input[type=number],input[type=date],select){font:inherit;color:inherit;background:var(--raised);border:1px solid var(--edge);border-radius:min(4px,var(--corner));padding:.3rem .5rem;min-width:0;width:100%}
.list-page button,.site-search button{font:inherit;font-weight:600;color:var(--paper);background:var(--accent);border:1px solid var(--accent);border-radius:min(4px,var(--corner));padding:.3rem .9rem;cursor:pointer}
.list-page :is(input,select,button,summary):focus-visible{outline:2px solid var(--accent);outline-offset:2px}
.list-tools{display:flex;flex-wrap:wrap;gap:.75rem 1.5rem;align-items:center;justify-content:space-between}
.list-search{display:flex;gap:.5rem;flex:1 1 16rem;max-width:26rem}
.list-sort{display:flex;gap:.5rem;align-items:center;white-space:nowrap}
.list-sort select{width:auto;max-width:100%}
.chosen{list-style:none;display:flex;flex-wrap:wrap;gap:.4rem;margin:.75rem 0 0;padding:0}
.chosen a{display:inline-block;padding:.15rem .6rem;border:1px solid var(--edge);border-radius:min(4px,var(--corner));text-decoration:none;background:var(--raised)}
.chosen a.clear{border-color:transparent;background:none;text-decoration:underline}
.found{margin:.75rem 0 0;color:var(--muted)}
.to-narrowing,.to-list{display:none}
.results .cards{margin-top:.75rem}
.excerpt{margin:.3rem 0 0;font-size:.95rem;color:var(--muted)}
mark{background:var(--mark);color:var(--ink)}
.pager ul{list-style:none;display:flex;flex-wrap:wrap;gap:.25rem;margin:1.5rem 0 0;padding:0}
.pager :is(a,li[aria-hidden]){display:inline-block;min-width:2.25rem;padding:.2rem .6rem;text-align:center;border-radius:min(4px,var(--corner))}
.pager a{border:1px solid transparent;text-decoration:none;font-variant-numeric:tabular-nums}
.pager a:hover{border-color:var(--edge)}
.pager a[aria-current]{background:var(--accent);color:var(--paper)}
@media(max-width:48rem){
.list-page{display:block}
.narrowing{display:none}
.narrowing:target{display:flex;margin-bottom:2rem}
.narrowing:target~.results{display:none}
.to-narrowing,.to-list{display:inline-block;padding:.2rem 0}
.to-narrowing{margin-inline-start:1rem}
.list-sort{flex:1 1 100%}
}
`;
