/** A section, and one that is raised. */
export const style = `
.section{margin:1.5rem 0}
.section-raised{background:var(--raised);border:1px solid var(--line);border-radius:6px;padding:1rem 1.25rem}
.section-raised>:first-child{margin-top:0}
.section-raised>:last-child{margin-bottom:0}
`;
