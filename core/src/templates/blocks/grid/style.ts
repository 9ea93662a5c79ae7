/** Tiles, as many beside each other as there is room for. */
export const style = `
.grid{display:grid;gap:1rem;margin:1.25rem 0;grid-template-columns:repeat(auto-fill,minmax(min(var(--tile),100%),1fr))}
.grid-small{--tile:9rem}
.grid-medium{--tile:15rem}
.grid-large{--tile:22rem}
.grid.grid>*{min-width:0;margin:0}
`;
