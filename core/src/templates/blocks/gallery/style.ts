/** Pictures in a row that is pushed aside, or below each other; a grid is how galleries stand themselves. */
export const style = `
.pictures{margin:1.25rem 0}
.pictures-row{overflow-x:auto;scroll-snap-type:x proximity;padding-bottom:.5rem}
.pictures-row .gallery{display:flex;width:max-content;margin:0}
.pictures-row .gallery>*{flex:none;width:min(20rem,80vw);scroll-snap-align:start}
.pictures-row:focus-visible{outline:2px solid var(--accent);outline-offset:2px}
.pictures-large .gallery{grid-template-columns:1fr}
`;
