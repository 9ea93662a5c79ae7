/** A section, and one that is raised. */
export const style = `
.section{margin:1.5rem 0}
.section-raised{background:var(--raised);border:1px solid var(--line);border-radius:6px;padding:.5rem 1.25rem 1rem}
`;
