/** Tables with columns of numbers. */
export const style = `
table{border-collapse:collapse;width:100%;margin:.75rem 0;font-variant-numeric:tabular-nums}
caption{text-align:left;color:var(--muted);padding:.25rem 0}
th,td{text-align:left;padding:.45rem 1.25rem .45rem 0;border-bottom:1px solid var(--line);vertical-align:top}
th{font-weight:600;font-size:.9rem;color:var(--muted)}
.number{text-align:right}
`;
