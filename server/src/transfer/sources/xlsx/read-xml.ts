import { SaxesParser } from 'saxes';
import { UnreadableSource } from '../source-format';

/** What is done with the parts of a document as they come. Names are without their prefixes. */
export interface XmlReader {
  open?(name: string, attributes: Readonly<Record<string, string>>): void;
  text?(text: string): void;
  close?(name: string): void;
}

const bare = (name: string): string => name.slice(name.indexOf(':') + 1);

/**
 * Reads XML as it comes; entities that a document declares itself are not known, so that none can grow.
 * @returns after each piece of text
 * @throws UnreadableSource where it is not well-formed
 * @see https://www.w3.org/TR/xml/
 */
export async function* readXml(texts: AsyncIterable<string>, reader: XmlReader): AsyncGenerator<undefined> {
  const parser = new SaxesParser();
  parser.on('error', (error) => {
    throw new UnreadableSource(`The workbook is damaged: ${error.message}`);
  });
  parser.on('doctype', () => {
    throw new UnreadableSource('The workbook declares entities of its own, which it has no use for.');
  });
  parser.on('opentag', ({ name, attributes }) => {
    const plain = Object.entries(attributes).map(([key, value]) => [bare(key), String(value)]);
    reader.open?.(bare(name), Object.fromEntries(plain));
  });
  parser.on('text', (text) => reader.text?.(text));
  parser.on('closetag', ({ name }) => reader.close?.(bare(name)));
  for await (const text of texts) {
    parser.write(text);
    yield undefined;
  }
  parser.close();
}

/** Reads XML to its end. @throws UnreadableSource where it is not well-formed */
export async function readWholeXml(texts: AsyncIterable<string>, reader: XmlReader): Promise<void> {
  const pieces = readXml(texts, reader);
  while (!(await pieces.next()).done);
}
