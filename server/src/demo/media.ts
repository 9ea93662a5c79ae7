import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { demoFiles, demoLeaflet, idleDrawings, ringBell, type Drawing } from '@tovlet/demo';
import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import type { MediumRecord } from '../db/schema';
import { addMedium, type GivenFile } from '../media/add';
import { withTemporaryFolder } from '../files/store/temporary-file';
import type { Services } from '../services';

const addBytes = (
  services: Services,
  bytes: Uint8Array,
  given: Omit<GivenFile, 'file'>,
): Promise<MediumRecord> =>
  withTemporaryFolder(async (folder) => {
    const file = join(folder, 'file');
    await writeFile(file, bytes);
    return (await addMedium(services, { ...given, file })).medium;
  });

/** Puts a drawing among the media, as a picture. */
export async function addDrawing(
  services: Services,
  { svg, name, alt }: Drawing,
  folder: string | null,
): Promise<MediumRecord> {
  const bytes = await sharp(Buffer.from(svg)).png({ palette: true }).toBuffer();
  return addBytes(services, bytes, { filename: name, alt, folder });
}

async function printLeaflet(): Promise<Uint8Array> {
  const leaflet = await PDFDocument.create();
  leaflet.setTitle(demoLeaflet.title);
  for (const line of demoLeaflet.pages)
    leaflet.addPage([420, 595]).drawText(line, { x: 40, y: 520, size: 20 });
  return leaflet.save();
}

/** Puts among the media of the demo what belongs to no entry: leaflets, a sound, and drawings that nothing uses. */
export async function addFiles(services: Services): Promise<void> {
  for (const { text, name: filename, alt, folder } of demoFiles)
    await addBytes(services, new TextEncoder().encode(text), { filename, alt, folder });
  const { name: filename, alt, folder } = demoLeaflet;
  await addBytes(services, await printLeaflet(), { filename, alt, folder });
  await addBytes(services, ringBell(), {
    filename: 'bell-of-vessmar.wav',
    alt: 'The bell of Vessmar Hut rings twice',
  });
  for (const drawing of idleDrawings) await addDrawing(services, drawing, null);
}
