/** A map: the drawn ground, pins and their names over it. On a phone only a lone name is large enough to be read. */
export const style = `
.map{display:block;width:100%;height:auto;margin:1rem 0;border:1px solid var(--line);border-radius:var(--corner)}
.map-pin circle{fill:var(--accent);stroke:var(--paper);stroke-width:2.5}
.map-pin text{font-size:15px;fill:var(--ink);paint-order:stroke;stroke:var(--paper);stroke-width:4px;stroke-linejoin:round}
a.map-pin:is(:hover,:focus-visible) circle{fill:var(--ink)}
a.map-pin:is(:hover,:focus-visible) text{text-decoration:underline}
@media (max-width:34rem){
.map-pin circle{r:13px}
.map-pin text{display:none}
.map-pin:nth-child(2):last-child text{display:inline;font-size:28px;transform:translateX(10px)}
}
`;
