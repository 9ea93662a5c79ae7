import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** What `./tovlet` starts. */
export const MAIN = join(import.meta.dirname, '../../dist/server/main.mjs');

/** A data folder of its own, deleted at the end. */
export class DataFolder {
  readonly path = mkdtempSync(join(tmpdir(), 'tovlet-journey-'));

  remove(): void {
    rmSync(this.path, { recursive: true, force: true });
  }
}

/** What a server that did not start said, and how it ended. */
export interface FailedStart {
  readonly code: number | null;
  readonly text: string;
}

/** A running Tovlet, started as `./tovlet` starts it. */
export class RunningServer {
  private constructor(
    private readonly child: ChildProcess,
    readonly address: string,
  ) {}

  /**
   * @param port a free one unless it is given
   * @throws Error with what was printed when it does not get ready
   */
  static async start(mode: 'demo' | 'start', folder: string, port = 0): Promise<RunningServer> {
    const { child, ready } = launch([mode, '--port', String(port), '--data', folder]);
    const outcome = await ready;
    if (typeof outcome === 'string') return new RunningServer(child, outcome);
    throw new Error(`Tovlet did not start (${outcome.code}): ${outcome.text}`);
  }

  /** Ends it in the middle of whatever it does, as a power cut or the kernel would. */
  async kill(): Promise<void> {
    await this.end('SIGKILL');
  }

  async stop(): Promise<void> {
    await this.end('SIGTERM');
  }

  get port(): number {
    return Number(new URL(this.address).port);
  }

  private end(signal: NodeJS.Signals): Promise<void> {
    if (this.child.exitCode !== null || this.child.signalCode !== null) return Promise.resolve();
    return new Promise((resolve) => {
      this.child.once('exit', () => resolve());
      this.child.kill(signal);
    });
  }
}

function launch(argv: readonly string[]): { child: ChildProcess; ready: Promise<string | FailedStart> } {
  const child = spawn(process.execPath, ['--enable-source-maps', MAIN, ...argv], {
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let text = '';
  const ready = new Promise<string | FailedStart>((resolve) => {
    const take = (chunk: Buffer): void => {
      text += chunk.toString();
      const address = /Tovlet is ready at (\S+)/.exec(text)?.[1];
      if (address) resolve(address);
    };
    child.stdout.on('data', take);
    child.stderr.on('data', take);
    child.on('exit', (code) => resolve({ code, text }));
  });
  return { child, ready };
}

/** Starts a server that is expected to refuse. */
export async function failedStart(...argv: readonly string[]): Promise<FailedStart> {
  const { child, ready } = launch(argv);
  const outcome = await ready;
  if (typeof outcome !== 'string') return outcome;
  child.kill('SIGKILL');
  return { code: 0, text: 'It started.' };
}
