/** A link on a line of its own, or as a button. */
export const style = `
.link{margin:1rem 0}
.button{display:inline-block;padding:.5rem 1.1rem;border-radius:6px;background:var(--accent);color:light-dark(#fff,#10201c);text-decoration:none;font-weight:600}
.button:hover{text-decoration:underline}
`;
