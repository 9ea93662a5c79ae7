/** A hairline. */
export const style = `
hr{border:0;border-top:1px solid var(--line);margin:2rem 0}
`;
