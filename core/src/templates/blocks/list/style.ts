/** A list: the first value of an item is its name, others stand behind it. */
export const style = `
.list{margin:.75rem 0;padding-left:1.4rem}
.list li{margin:.25rem 0}
.list-lines{list-style:none;padding:0}
.list-lines li{margin:0;padding:.45rem 0;border-bottom:1px solid var(--line)}
.list-more{color:var(--muted)}
`;
