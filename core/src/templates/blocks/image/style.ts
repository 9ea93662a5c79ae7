/** A picture as wide as the page. */
export const style = `
figure{margin:1.25rem 0}
figure img{display:block;width:100%;height:auto;border-radius:6px}
`;
