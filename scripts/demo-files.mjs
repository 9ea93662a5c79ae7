// Writes the files that come with the demo to be brought in. Run by `npm run demo-files`.
import { writeFileSync } from 'node:fs';
import { routesFile } from '../demo/src/routes-file.ts';

writeFileSync(new URL('../demo/files/routes.csv', import.meta.url), routesFile());
