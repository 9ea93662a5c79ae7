/** Running text. */
export const style = `
.text{margin:.75rem 0}
.text p{margin:0 0 .75rem}
.text blockquote{border-left:3px solid var(--line);margin:1rem 0;padding-left:1rem}
`;
