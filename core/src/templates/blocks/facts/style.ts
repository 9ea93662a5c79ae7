/** Pairs of labels and values. */
export const style = `
.facts{margin:1rem 0;border-top:1px solid var(--line)}
.facts>div{border-bottom:1px solid var(--line);padding:.45rem 0}
.facts-beside>div{display:grid;grid-template-columns:minmax(8rem,14rem) 1fr;gap:1rem}
.facts dt{color:var(--muted);font-size:.95rem}
.facts dd{margin:0;overflow-wrap:anywhere}
.facts dd p{margin:0 0 .5rem}
.facts-hidden dt{position:absolute;clip-path:inset(50%);width:1px;height:1px;overflow:hidden}
@media (max-width:34rem){.facts-beside>div{grid-template-columns:1fr;gap:0}}
`;
