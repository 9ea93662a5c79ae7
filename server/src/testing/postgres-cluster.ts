import { execFileSync } from 'node:child_process';
import { chownSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const INSTALLED = '/usr/lib/postgresql';

/** PostgreSQL does not run as root: then the account that Debian made for it does. */
function account(): { readonly uid?: number; readonly gid?: number } {
  if (process.getuid?.() !== 0) return {};
  const number = (flag: string): number =>
    Number(execFileSync('id', [flag, 'postgres'], { encoding: 'utf8' }).trim());
  return { uid: number('-u'), gid: number('-g') };
}

function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
}

/** A PostgreSQL server of its own for specs: its data is in memory where the system has such a folder, and goes with it. */
export class PostgresCluster {
  private constructor(
    private readonly folder: string,
    private readonly port: number,
  ) {}

  static async start(): Promise<PostgresCluster> {
    const folder = mkdtempSync(join(tmpdir(), 'tovlet-postgres-'));
    const { uid, gid } = account();
    if (uid !== undefined && gid !== undefined) chownSync(folder, uid, gid);
    const cluster = new PostgresCluster(folder, await freePort());
    const settings = [
      '--auth=trust',
      '--username=tovlet',
      '--encoding=UTF8',
      '--locale=C.UTF-8',
      '--no-sync',
    ];
    cluster.command('initdb', `--pgdata=${folder}/data`, ...settings);
    cluster.resume();
    return cluster;
  }

  /** The address of a database in it. */
  address(database = 'tovlet'): string {
    return `postgres://tovlet@127.0.0.1:${this.port}/${database}`;
  }

  /** Makes a database and answers its address. */
  createDatabase(name = 'tovlet'): string {
    this.ask(`CREATE DATABASE ${name}`, 'postgres');
    return this.address(name);
  }

  /** Runs a statement as its administrator, and answers what it prints. */
  ask(statement: string, database = 'tovlet'): string {
    return this.command(
      'psql',
      '--no-align',
      '--tuples-only',
      `--command=${statement}`,
      this.address(database),
    ).trim();
  }

  /** Ends it as a failure would, or goes on after it. */
  halt(): void {
    this.command('pg_ctl', `--pgdata=${this.folder}/data`, '--mode=immediate', '--wait', 'stop');
  }

  resume(): void {
    const options = `-p ${this.port} -k ${this.folder} -c fsync=off -c listen_addresses=127.0.0.1`;
    const log = `--log=${this.folder}/log`;
    this.command('pg_ctl', `--pgdata=${this.folder}/data`, log, `--options=${options}`, '--wait', 'start');
  }

  /** Ends it and clears it away. */
  remove(): void {
    this.halt();
    rmSync(this.folder, { recursive: true, force: true });
  }

  private command(program: string, ...argv: readonly string[]): string {
    const [version] = readdirSync(INSTALLED).sort((a, b) => Number(b) - Number(a));
    const path = join(INSTALLED, version ?? '', 'bin', program);
    return execFileSync(path, argv, { cwd: this.folder, encoding: 'utf8', stdio: 'pipe', ...account() });
  }
}
