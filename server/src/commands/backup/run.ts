import { existsSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { UnreadableBackup, type BackupManifest } from '../../backup/backup-format';
import { Backup } from '../../backup/read-backup';
import { assertSameSchema, Restoring } from '../../backup/restore';
import { writeBackup } from '../../backup/write-backup';
import { readConfig, type Config } from '../../config';
import { connect } from '../../db/connect';
import { openServicesOf, openWorkspace } from '../../opening';
import { StartError } from '../../start-error';
import { closeServices } from '../../workspace';
import { standing } from '../standing';

type Print = (line: string) => void;
type Environment = NodeJS.ProcessEnv;

const USAGE = `Use:
  ./tovlet backup FILE          writes everything of the workspace into one file, and reads it back
  ./tovlet backup --check FILE  reads a backup from end to end
  ./tovlet restore FILE         brings a backup back into an empty folder or database
The workspace:  --data DIR | --demo (backup only) | DATABASE_URL
Locked by a passphrase where TOVLET_BACKUP_PASSPHRASE is set.
A workspace that is served from a folder is backed up under Settings, or by its own clock.`;

const OPTIONS = {
  data: { type: 'string' },
  demo: { type: 'boolean', default: false },
  check: { type: 'boolean', default: false },
} as const;

function read(argv: readonly string[], environment: Environment) {
  try {
    const { values, positionals } = parseArgs({ args: [...argv], options: OPTIONS, allowPositionals: true });
    const [file, ...more] = positionals;
    if (file === undefined || more.length > 0) throw new StartError(USAGE);
    const data = values.data === undefined ? [] : ['--data', values.data];
    const config = readConfig([values.demo ? 'demo' : 'start', ...data], environment);
    return { file: resolve(standing(environment), file), config, check: values.check };
  } catch (error) {
    if (error instanceof StartError) throw error;
    throw new StartError(error instanceof Error ? error.message : String(error));
  }
}

const words = ({ workspace, madeAt, tables, media }: BackupManifest): string => {
  const rows = tables.reduce((sum, table) => sum + table.rows, 0);
  return `“${workspace}” of ${madeAt}: ${rows} rows of ${tables.length} tables, ${media.length} files of media.`;
};

/** Opens a backup for as long as something is done with it. */
async function withBackup(
  file: string,
  config: Config,
  use: (backup: Backup, room: string) => Promise<void>,
): Promise<void> {
  if (!existsSync(file)) throw new StartError(`There is no file ${file}.`);
  const room = mkdtempSync(join(dirname(file), '.tovlet-'));
  try {
    const backup = await Backup.open(file, config.backupPassphrase, join(room, 'unlocked'));
    try {
      await use(backup, room);
    } finally {
      await backup.close();
    }
  } catch (error) {
    throw error instanceof UnreadableBackup ? new StartError(error.message) : error;
  } finally {
    rmSync(room, { recursive: true, force: true });
  }
}

async function check(file: string, config: Config, print: Print): Promise<void> {
  await withBackup(file, config, async (backup) => {
    await backup.verify();
    print(`Whole: ${words(backup.manifest)}`);
  });
}

async function backUp(file: string, config: Config, print: Print): Promise<void> {
  if (!config.databaseUrl && !existsSync(join(config.dataFolder, 'database')))
    throw new StartError(`There is no workspace in ${config.dataFolder}. Name another with --data.`);
  const services = await openWorkspace(config);
  try {
    mkdirSync(dirname(file), { recursive: true });
    await writeBackup(services, file, config.backupPassphrase);
  } finally {
    await closeServices(services);
  }
  await check(file, config, print);
}

/** Whether a folder or database holds nothing yet is known before anything is opened in it. */
async function restore(file: string, config: Config, print: Print): Promise<void> {
  if (config.mode === 'demo')
    throw new StartError('The demo is made anew, not brought back. Name a folder with --data.');
  if (!config.databaseUrl && existsSync(join(config.dataFolder, 'database')))
    throw new StartError(
      `There is a workspace in ${config.dataFolder} already. Name an empty folder with --data.`,
    );
  await withBackup(file, config, async (backup, room) => {
    // Nothing is made anywhere for what cannot be brought back.
    assertSameSchema(backup);
    await backup.verify();
    const url = config.databaseUrl;
    const connection = await connect({ folder: resolve(config.dataFolder), ...(url ? { url } : {}) });
    const services = await openServicesOf(config, connection);
    let isBack = false;
    try {
      await new Restoring(services, room).restore(backup);
      isBack = true;
    } finally {
      await closeServices(services);
      // What was made for nothing would keep the next try away.
      if (!isBack && connection.folder !== null) rmSync(connection.folder, { recursive: true, force: true });
    }
    print(`Brought back: ${words(backup.manifest)}`);
  });
}

/**
 * Runs `./tovlet backup …` or `./tovlet restore …`.
 * @param argv what stands behind the command
 * @throws StartError where it cannot be done, with why
 */
export async function runBackupCommand(
  command: 'backup' | 'restore',
  argv: readonly string[],
  environment: Environment,
  print: Print,
): Promise<void> {
  const { file, config, check: isCheck } = read(argv, environment);
  if (isCheck) await check(file, config, print);
  else if (command === 'backup') await backUp(file, config, print);
  else await restore(file, config, print);
}
