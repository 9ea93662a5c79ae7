// Writes the files that come with the demo to be brought in. Run by `npm run demo-files`.
import { createWriteStream, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import { oldSite } from '../demo/src/old-site.ts';
import { routesFile } from '../demo/src/routes-file.ts';

const files = new URL('../demo/files/', import.meta.url);

writeFileSync(new URL('routes.csv', files), routesFile());

const archive = new ZipFile();
// The same moment each time, so that the same files are the same bytes.
for (const [name, text] of Object.entries(oldSite()))
  archive.addBuffer(Buffer.from(text), name, { mtime: new Date(2014, 5, 1), forceDosTimestamp: true });
archive.end();
await pipeline(archive.outputStream, createWriteStream(fileURLToPath(new URL('old-site.zip', files))));
