import { readFileSync } from 'node:fs';
import { eachWithWorkspace } from './workspace';

/** The contract is types, which say nothing while the server runs: its addresses are read as they are written. */
const promised = [
  ...readFileSync(new URL('../../../core/src/contracts/routes.ts', import.meta.url), 'utf8').matchAll(
    /^ {2}'([A-Z]+) (\/api\/[^']+)':/gm,
  ),
].map(([, method = '', path = '']) => `${method} ${path}`);

describe('the routes that the workbench is promised', () => {
  const workspace = eachWithWorkspace();

  it('are served, each of them', () => {
    const served = new Set(workspace().app.routes.map(({ method, path }) => `${method} ${path}`));
    expect(promised.length).toBeGreaterThan(40);
    expect(promised.filter((route) => !served.has(route))).toEqual([]);
  });
});
