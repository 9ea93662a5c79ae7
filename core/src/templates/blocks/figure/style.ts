/** A value in large type, with what it is below. */
export const style = `
.figure{display:grid;gap:.1rem;margin:1rem 0}
.figure-value{font-size:2rem;line-height:1.15;font-weight:600;letter-spacing:-.01em;overflow-wrap:anywhere;font-variant-numeric:tabular-nums}
.figure-label{color:var(--muted);font-size:.95rem}
`;
