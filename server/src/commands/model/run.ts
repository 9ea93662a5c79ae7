import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { readConfig } from '../../config';
import { ProblemException } from '../../http/problem';
import { StartError } from '../../start-error';
import { standing } from '../standing';
import { ENDED, type ModelCommandOptions, type WorkspaceAtHand } from './command';
import { runningWorkspace } from './running-workspace';
import { storedWorkspace } from './stored-workspace';
import { modelCommands } from './verbs';

const OPTIONS = {
  data: { type: 'string' },
  demo: { type: 'boolean', default: false },
  server: { type: 'string' },
  json: { type: 'boolean', default: false },
  whole: { type: 'boolean', default: false },
  strict: { type: 'boolean', default: false },
  prefer: { type: 'string' },
  only: { type: 'string', multiple: true },
} as const;

const usage = (): string => {
  const lines = Object.values(modelCommands).map(
    ({ usage: own, summary }) => `  ./tovlet model ${own.padEnd(22)} ${summary}`,
  );
  return [
    'Use:',
    ...lines,
    'The workspace:  --data DIR | --demo | --server ADDRESS (with TOVLET_EMAIL and TOVLET_PASSWORD)',
    'What is taken:  --only PATH …   --whole (what has no file is removed)   --prefer files|workspace',
    'For programs:   --json; ends with 0 (well), 1 (different, or something stands against it), 2 (could not be done)',
  ].join('\n');
};

type Environment = NodeJS.ProcessEnv;

function preferenceFrom(text: string | undefined): ModelCommandOptions['prefer'] {
  if (text === undefined || text === 'files' || text === 'workspace') return text ?? null;
  throw new StartError(`--prefer takes files or workspace; “${text}” is neither.`);
}

/**
 * Reads the words behind `model`.
 * @throws StartError where one is unknown
 */
function read(argv: readonly string[]) {
  try {
    return parseArgs({ args: [...argv], options: OPTIONS, allowPositionals: true });
  } catch (error) {
    throw new StartError(error instanceof Error ? error.message : String(error));
  }
}

/** Opens a workspace when it is first needed, and once. */
class Opening {
  private opened: Promise<WorkspaceAtHand> | null = null;

  constructor(private readonly make: () => Promise<WorkspaceAtHand>) {}

  readonly open = (): Promise<WorkspaceAtHand> => (this.opened ??= this.make());

  async close(): Promise<void> {
    await (await this.opened)?.close();
  }
}

/**
 * Runs one of `./tovlet model …`.
 * @param argv what stands behind `model`
 * @returns the exit code
 * @throws StartError where it cannot be understood, or the workspace not be reached
 */
export async function runModelCommand(
  argv: readonly string[],
  environment: Environment,
  print: (line: string) => void,
): Promise<number> {
  const { values, positionals } = read(argv);
  const [name = '', ...folders] = positionals;
  const command = Object.hasOwn(modelCommands, name) ? modelCommands[name] : undefined;
  if (!command) throw new StartError(usage());
  const [least, most] = command.folders;
  if (folders.length < least || folders.length > most)
    throw new StartError(`Use: ./tovlet model ${command.usage}`);
  const data = values.data === undefined ? [] : ['--data', values.data];
  const opening = new Opening(() =>
    values.server === undefined
      ? storedWorkspace(readConfig([values.demo ? 'demo' : 'start', ...data], environment))
      : runningWorkspace(values.server, environment),
  );
  try {
    const { json, whole, strict, only = [] } = values;
    if (whole && only.length > 0)
      throw new StartError('--whole removes what has no file: it cannot be asked of a part (--only).');
    const options = { json, whole, strict, only, prefer: preferenceFrom(values.prefer) };
    const own = folders.map((folder) => resolve(standing(environment), folder));
    return await command.run({ ...options, folders: own, workspace: opening.open, print });
  } catch (error) {
    if (!(error instanceof ProblemException)) throw error;
    print(error.detail);
    return ENDED.different;
  } finally {
    await opening.close();
  }
}
