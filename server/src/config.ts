import { parseArgs } from 'node:util';
import { StartError } from './start-error';

/** What Tovlet was started with. */
export interface Config {
  readonly mode: 'demo' | 'start';
  readonly port: number;
  readonly dataFolder: string;
  readonly fresh: boolean;
  readonly databaseUrl: string | undefined;
  readonly publicDelivery: boolean;
  readonly behindProxy: boolean;
}

export const DEFAULT_PORT = 4310;

function portFrom(text: string | undefined): number {
  const port = Number(text ?? DEFAULT_PORT);
  if (Number.isInteger(port) && port >= 0 && port <= 65_535) return port;
  throw new StartError(`--port takes a number from 1 to 65535; “${text}” is not one.`);
}

/**
 * Reads the command line and the environment.
 * @param argv what stands behind the program's name: demo or start, then options
 * @throws StartError when something is unknown or does not fit
 */
export function readConfig(argv: readonly string[], environment: NodeJS.ProcessEnv): Config {
  const [mode, ...rest] = argv;
  if (mode !== 'demo' && mode !== 'start') throw new StartError('Start with demo or start.');
  try {
    const { values } = parseArgs({
      args: [...rest],
      options: {
        port: { type: 'string' },
        data: { type: 'string' },
        fresh: { type: 'boolean', default: false },
      },
    });
    if (values.fresh && mode === 'start')
      throw new StartError('--fresh is for the demo only: it would delete a real workspace.');
    return {
      mode,
      port: portFrom(values.port),
      dataFolder: values.data ?? (mode === 'demo' ? 'data/demo' : 'data/workspace'),
      fresh: values.fresh ?? false,
      databaseUrl: mode === 'start' ? environment['DATABASE_URL'] : undefined,
      publicDelivery: mode === 'demo' || environment['TOVLET_PUBLIC_DELIVERY'] === '1',
      behindProxy: environment['TOVLET_BEHIND_PROXY'] === '1',
    };
  } catch (error) {
    if (error instanceof StartError) throw error;
    throw new StartError(error instanceof Error ? error.message : String(error));
  }
}
