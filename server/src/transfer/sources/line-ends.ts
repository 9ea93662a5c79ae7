/** A text whose lines all end in one way, and where its characters stood. */
export interface EvenedText {
  readonly text: string;
  /** How many characters of the given text so many of the evened text were. */
  lengthBefore(length: number): number;
}

/**
 * Makes all lines of a text end with one character: files are written by several programs, and mix their ways.
 * @example evenLines('a\r\nb\rc').text // => 'a\nb\nc'
 */
export function evenLines(given: string): EvenedText {
  if (!given.includes('\r')) return { text: given, lengthBefore: (length) => length };
  return {
    text: given.replace(/\r\n?/g, '\n'),
    lengthBefore(length) {
      let at = 0;
      for (let counted = 0; counted < length; counted += 1) at += given.startsWith('\r\n', at) ? 2 : 1;
      return at;
    },
  };
}
