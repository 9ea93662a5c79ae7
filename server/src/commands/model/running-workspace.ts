import type { SessionAnswer } from '@tovlet/core/contracts/studio';
import type { FilesPlanAnswer, ModelFilesAnswer } from '@tovlet/core/contracts/studio/model-files';
import { StartError } from '../../start-error';
import type { WorkspaceAtHand } from './command';

/** What a server says where it refuses. @see https://www.rfc-editor.org/rfc/rfc9457 */
interface Refused {
  readonly detail?: string;
}

/** Talks to a server that runs. */
class Server {
  private cookie = '';

  constructor(private readonly address: string) {}

  async ask<Answer>(method: 'GET' | 'POST', path: string, body?: object): Promise<Answer> {
    const answer = await this.sent(method, path, body);
    if (!answer.ok) throw new StartError(await reasonOf(answer));
    const [cookie] = answer.headers.getSetCookie();
    if (cookie !== undefined) this.cookie = cookie.split(';')[0] ?? '';
    return (await answer.json()) as Answer;
  }

  private async sent(method: string, path: string, body?: object): Promise<Response> {
    const headers = {
      'content-type': 'application/json',
      ...(this.cookie === '' ? {} : { cookie: this.cookie }),
    };
    try {
      return await fetch(new URL(path, this.address), {
        method,
        headers,
        ...(body ? { body: JSON.stringify(body) } : {}),
      });
    } catch {
      throw new StartError(`No Tovlet answers at ${this.address}.`);
    }
  }
}

async function reasonOf(answer: Response): Promise<string> {
  const text = await answer.text();
  try {
    const { detail } = JSON.parse(text) as Refused;
    return detail ?? `The server answered ${answer.status}.`;
  } catch {
    return `The server answered ${answer.status}, which is no answer of Tovlet.`;
  }
}

async function signIn(server: Server, environment: NodeJS.ProcessEnv): Promise<void> {
  const { TOVLET_EMAIL: email, TOVLET_PASSWORD: password } = environment;
  if (email && password) {
    await server.ask('POST', '/api/studio/session', { email, password });
    return;
  }
  const { demoPeople } = await server.ask<SessionAnswer>('GET', '/api/studio/session');
  const developer = demoPeople.find(({ role }) => role === 'developer');
  if (!developer)
    throw new StartError('Set TOVLET_EMAIL and TOVLET_PASSWORD to those of a developer of this workspace.');
  await server.ask('POST', '/api/studio/session/demo', { person: developer.id });
}

/**
 * Opens the workspace of a server that runs, as a developer of it.
 * @throws StartError where nothing answers there, or nobody may be signed in
 */
export async function runningWorkspace(
  address: string,
  environment: NodeJS.ProcessEnv,
): Promise<WorkspaceAtHand> {
  if (!URL.canParse(address)) throw new StartError(`--server takes an address; “${address}” is none.`);
  const server = new Server(address);
  await signIn(server, environment);
  return {
    files: async () => {
      const { files } = await server.ask<ModelFilesAnswer>('GET', '/api/studio/model-files');
      return new Map(Object.entries(files));
    },
    plan: (request) => server.ask<FilesPlanAnswer>('POST', '/api/studio/model-files/plan', request),
    take: (request) => server.ask<FilesPlanAnswer>('POST', '/api/studio/model-files', request),
    close: () => Promise.resolve(),
  };
}
