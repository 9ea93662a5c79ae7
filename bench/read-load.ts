import { Agent, get } from 'node:http';
import { parentPort } from 'node:worker_threads';

/** What is asked of a server, on how many connections at once. */
export interface Load {
  readonly port: number;
  /** The address; `#` in it is another number each time. */
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly requests: number;
  readonly connections: number;
}

/** How long it took, in milliseconds, and what was not answered as it should. */
export interface LoadResult {
  readonly elapsed: number;
  readonly failed: number;
}

let number = 0;

function ask({ port, path, headers }: Load, agent: Agent): Promise<boolean> {
  number += 1;
  return new Promise((resolve) => {
    const options = { port, agent, headers, path: path.replace('#', String(number)) };
    get(options, (response) => {
      response.resume();
      response.on('end', () => resolve(response.statusCode === 200 || response.statusCode === 304));
    }).on('error', () => resolve(false));
  });
}

async function put(load: Load): Promise<LoadResult> {
  const agent = new Agent({ keepAlive: true, maxSockets: load.connections });
  let left = load.requests;
  let failed = 0;
  const connection = async (): Promise<void> => {
    while (left > 0) {
      left -= 1;
      if (!(await ask(load, agent))) failed += 1;
    }
  };
  const start = performance.now();
  await Promise.all(Array.from({ length: load.connections }, connection));
  const elapsed = performance.now() - start;
  agent.destroy();
  return { elapsed, failed };
}

parentPort?.on('message', (load: Load) => {
  void put(load).then((result) => parentPort?.postMessage(result));
});
