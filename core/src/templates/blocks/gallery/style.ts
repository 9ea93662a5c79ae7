/** Pictures in a row that is pushed aside, or below each other; a grid is how galleries stand themselves. */
export const style = `
.pictures{margin:1.25rem 0}
.pictures-row .gallery{display:flex;overflow-x:auto;scroll-snap-type:x proximity;padding-bottom:.5rem}
.pictures-row .gallery>*{flex:none;width:min(20rem,80%);scroll-snap-align:start}
.pictures-large .gallery{grid-template-columns:1fr}
`;
