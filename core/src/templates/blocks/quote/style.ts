/** What somebody said, with who did. */
export const style = `
.quote{margin:1.5rem 0;border-left:3px solid var(--accent);padding-left:1.25rem}
.quote blockquote{margin:0;font-size:1.2rem;line-height:1.45}
.quote blockquote p{margin:0 0 .5rem}
.quote figcaption{margin-top:.5rem;color:var(--muted)}
`;
