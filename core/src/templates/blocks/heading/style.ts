/** Headings; on a phone the first is smaller. */
export const style = `
h1{font-size:2.1rem;line-height:1.2;margin:.5rem 0 1rem;letter-spacing:-.01em}
h2{font-size:1.3rem;margin:2rem 0 .5rem}
h3,h4{font-size:1.05rem;margin:1.5rem 0 .25rem}
@media (max-width:34rem){h1{font-size:1.7rem}}
`;
