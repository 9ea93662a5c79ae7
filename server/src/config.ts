import { parseArgs } from 'node:util';
import type { S3Place } from './files/store/s3-store';
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
  /** The sites whose scripts may read the content API, by their origins; `*` for all. */
  readonly corsOrigins: readonly string[];
  /** What backups are locked by; null for nothing. */
  readonly backupPassphrase: string | null;
  /** Where media are kept; null for a folder of this machine. */
  readonly mediaPlace: S3Place | null;
}

export const DEFAULT_PORT = 4310;

function portFrom(text: string | undefined): number {
  const port = Number(text ?? DEFAULT_PORT);
  if (Number.isInteger(port) && port >= 0 && port <= 65_535) return port;
  throw new StartError(`--port takes a number from 1 to 65535; “${text}” is not one.`);
}

/**
 * Reads origins with commas between.
 * @throws StartError where one is none
 * @see https://www.rfc-editor.org/rfc/rfc6454
 */
function originsFrom(text: string): readonly string[] {
  const origins = text
    .split(',')
    .map((each) => each.trim())
    .filter(Boolean);
  for (const origin of origins)
    if (origin !== '*' && (!URL.canParse(origin) || new URL(origin).origin !== origin))
      throw new StartError(
        `TOVLET_CORS_ORIGINS takes origins such as https://example.org, with commas between; “${origin}” is none.`,
      );
  return origins;
}

/**
 * Reads where an S3-compatible store is.
 * @returns null where none is set
 * @throws StartError where only a part of it is set
 */
function mediaPlaceFrom(environment: NodeJS.ProcessEnv): S3Place | null {
  const bucket = environment['TOVLET_S3_BUCKET'];
  if (bucket === undefined || bucket === '') return null;
  const accessKeyId = environment['TOVLET_S3_ACCESS_KEY_ID'];
  const secretAccessKey = environment['TOVLET_S3_SECRET_ACCESS_KEY'];
  if (!accessKeyId || !secretAccessKey)
    throw new StartError(
      'TOVLET_S3_BUCKET needs TOVLET_S3_ACCESS_KEY_ID and TOVLET_S3_SECRET_ACCESS_KEY beside it.',
    );
  const endpoint = environment['TOVLET_S3_ENDPOINT'];
  if (endpoint && !URL.canParse(endpoint))
    throw new StartError(
      `TOVLET_S3_ENDPOINT takes an address such as https://files.example.org; “${endpoint}” is none.`,
    );
  const region = environment['TOVLET_S3_REGION'] ?? 'us-east-1';
  return { bucket, region, accessKeyId, secretAccessKey, endpoint: endpoint || undefined };
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
      mediaPlace: mode === 'start' ? mediaPlaceFrom(environment) : null,
      backupPassphrase: environment['TOVLET_BACKUP_PASSPHRASE'] || null,
      corsOrigins: originsFrom(environment['TOVLET_CORS_ORIGINS'] ?? ''),
    };
  } catch (error) {
    if (error instanceof StartError) throw error;
    throw new StartError(error instanceof Error ? error.message : String(error));
  }
}
