import { ZipFile } from 'yazl';

/** An archive of files of text, as its bytes. */
export async function zipOf(files: Readonly<Record<string, string>>): Promise<Uint8Array> {
  const archive = new ZipFile();
  for (const [name, text] of Object.entries(files)) archive.addBuffer(Buffer.from(text), name);
  archive.end();
  const pieces: Uint8Array[] = [];
  for await (const piece of archive.outputStream) if (piece instanceof Uint8Array) pieces.push(piece);
  return Buffer.concat(pieces);
}
