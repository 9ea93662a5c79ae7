import { readFileSync } from 'node:fs';
import { routesFile } from './routes-file';

describe('the file of routes that comes with the demo', () => {
  it('is what is written here: after a change, npm run demo-files writes it anew', () => {
    const file = new URL('../files/routes.csv', import.meta.url);
    expect(readFileSync(file, 'utf8') === routesFile()).toBeTrue();
  });

  it('has 500 routes, and faults in a few', () => {
    const lines = routesFile().trimEnd().split('\r\n');
    expect(lines.length).toBe(501);
    expect(lines.filter((line) => line.includes('about half a day')).length).toBe(6);
  });
});
