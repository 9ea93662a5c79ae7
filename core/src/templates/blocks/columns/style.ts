/** Columns beside each other, below each other on a phone. */
export const style = `
.columns{display:grid;gap:1rem 2rem;margin:1.25rem 0}
.columns.columns>*{min-width:0;margin-top:0;margin-bottom:0}
@media (min-width:40rem){
.columns-2{grid-template-columns:1fr 1fr}
.columns-3{grid-template-columns:repeat(3,1fr)}
.columns-4{grid-template-columns:repeat(4,1fr)}
.columns-wide-first{grid-template-columns:2fr 1fr}
.columns-wide-last{grid-template-columns:1fr 2fr}
}
`;
