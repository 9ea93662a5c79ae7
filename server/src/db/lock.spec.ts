import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { StartError } from '../start-error';
import { connect } from './connect';
import { lockFolder } from './lock';

describe('a data folder', () => {
  let folder: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'tovlet-lock-'));
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));

  it('belongs to one running process at a time', async () => {
    const script = `require('fs').writeFileSync(process.argv[1], process.pid + ' ' +
      require('fs').readFileSync('/proc/self/stat', 'utf8').replace(/^.*\\)\\s*/s, '').split(' ')[19]);
      console.log('there'); setTimeout(() => 0, 60000)`;
    const other = spawn(process.execPath, ['-e', script, join(folder, 'tovlet.lock')]);
    await once(other.stdout, 'data');
    expect(() => lockFolder(folder)).toThrowError(StartError, /is in use by process/);
    other.kill('SIGKILL');
    await once(other, 'exit');
    expect(() => lockFolder(folder)()).not.toThrow();
  });

  it('is not kept by a process that has the id of its owner and is another', async () => {
    // Of its own: whoever runs these specs may well be called Tovlet.
    const other = spawn('sleep', ['60']);
    await once(other, 'spawn');
    for (const text of [String(other.pid), `${other.pid} 12345`]) {
      writeFileSync(join(folder, 'tovlet.lock'), text);
      expect(() => lockFolder(folder)())
        .withContext(text)
        .not.toThrow();
    }
    other.kill('SIGKILL');
    await once(other, 'exit');
  });

  it('is free again after its owner was killed or has stopped', () => {
    writeFileSync(join(folder, 'tovlet.lock'), '999999999');
    const release = lockFolder(folder);
    expect(existsSync(join(folder, 'tovlet.lock'))).toBeTrue();
    release();
    expect(existsSync(join(folder, 'tovlet.lock'))).toBeFalse();
  });

  it('is made when it is missing, and named when it cannot be', () => {
    lockFolder(join(folder, 'new', 'one'))();
    writeFileSync(join(folder, 'file'), '');
    expect(() => lockFolder(join(folder, 'file', 'below'))).toThrowError(StartError, /cannot be made/);
  });

  it('of another database format is refused with one clear line', async () => {
    for (const [version, age] of [
      ['14', 'older'],
      ['99', 'newer'],
    ] as const) {
      mkdirSync(join(folder, 'database'), { recursive: true });
      writeFileSync(join(folder, 'database', 'PG_VERSION'), version);
      await expectAsync(connect({ folder })).toBeRejectedWithError(
        StartError,
        new RegExp(`has the ${age} PostgreSQL format`),
      );
    }
  });
});
