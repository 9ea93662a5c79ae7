/** How pictures of each shape stand on cards: one small, of several the first. */
export const cardPictures: ReadonlyMap<string, string> = new Map([
  ['Image', 'small'],
  ['Image[]', 'first'],
]);
