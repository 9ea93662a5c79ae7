import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  UPLOADS_PATH,
  type EntryAnswer,
  type ModelAnswer,
  type Problem,
  type ProblemError,
} from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import type { ModelChange } from '@tovlet/core/model/changes/index';
import type { ModelDocument } from '@tovlet/core/model/document';
import { demoModel, demoPeople } from '@tovlet/demo';
import { sql } from 'drizzle-orm';
import type { Hono } from 'hono';
import sharp from 'sharp';
import { createApp } from '../app';
import { connect, selectRows, type Connection } from '../db/connect';
import { person } from '../db/schema';
import { MediaProcessing } from '../files/processing/media-processing';
import { filesIn } from '../files/files-in';
import type { Services } from '../services';
import { Sandbox } from '../sandbox/sandbox';
import { ensureWorkspace, openServices } from '../workspace';

let opened: Promise<Connection> | null = null;

/** One database for a whole run of the specs: opening one takes seconds. */
export function sharedConnection(): Promise<Connection> {
  opened ??= connect({ folder: null });
  return opened;
}

/** Tasks wait so long for a process, in milliseconds: a busy machine is slow, not wrong. */
export const PATIENT = 60_000;

/** One set of processes for what people wrote, for the same reason. */
const sandbox = new Sandbox(PATIENT);
const processing = new MediaProcessing();

/** Takes everything out of the database again. */
async function emptyDatabase({ database }: Connection): Promise<void> {
  const tables = await selectRows<{ name: string }>(
    database,
    sql`SELECT tablename AS name FROM pg_tables WHERE schemaname = 'public'`,
  );
  for (const { name } of tables.filter(({ name: each }) => each.startsWith('ix_'))) {
    await database.execute(sql`DROP TABLE ${sql.identifier(name)}`);
  }
  const kept = tables.filter(({ name }) => !name.startsWith('ix_')).map(({ name }) => sql.identifier(name));
  await database.execute(sql`TRUNCATE ${sql.join(kept, sql`, `)} CASCADE`);
}

/** What a problem adds to an answer's body, where specs read both. */
export interface Refusal {
  readonly detail: string;
  readonly errors: readonly ProblemError[];
  readonly current: JsonObject;
}

/** An answer with its body read. */
export interface Answer<Body> {
  readonly status: number;
  readonly headers: Headers;
  readonly body: Body;
}

/** An answer over GraphQL. */
interface GraphqlExtensions {
  readonly cost: { readonly used: number; readonly limit: number };
}

export interface GraphqlAnswer<Data> {
  readonly data: Data;
  readonly errors?: readonly { readonly message: string; readonly extensions?: GraphqlExtensions }[];
  readonly extensions?: GraphqlExtensions;
}

/** A workspace for one spec, with what its tests ask again and again. */
export class TestWorkspace {
  private constructor(
    readonly services: Services,
    readonly app: Hono,
    private readonly folder: string,
  ) {}

  static async open(model: ModelDocument = demoModel, publicDelivery = true): Promise<TestWorkspace> {
    const connection = await sharedConnection();
    await emptyDatabase(connection);
    const workspace = await TestWorkspace.on(connection, model, publicDelivery);
    await workspace.services.jobs.clear();
    return workspace;
  }

  /** A workspace on a database that is there: what another process would see of it. */
  static async on(
    connection: Connection,
    model: ModelDocument = demoModel,
    publicDelivery = true,
  ): Promise<TestWorkspace> {
    const folder = mkdtempSync(join(tmpdir(), 'tovlet-'));
    const options = { ...filesIn(folder), demo: true, publicDelivery };
    const services = await openServices(connection, options, sandbox, processing);
    // As when a server starts: on a busy machine the first save would else be refused as too much.
    await sandbox.warm();
    await ensureWorkspace(services, 'Velmark Huts', model, async ({ database }) => {
      await database.insert(person).values(demoPeople.map((each) => ({ ...each, demo: true })));
    });
    const workbench = join(folder, 'workbench');
    mkdirSync(workbench);
    writeFileSync(join(workbench, 'index.html'), '<!doctype html><title>Workbench</title>');
    return new TestWorkspace(services, createApp(services, workbench), folder);
  }

  async close(): Promise<void> {
    await this.services.jobs.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }

  /** Does all work that goes on beside requests. */
  async doJobs(): Promise<void> {
    await this.services.jobs.drain(this.services);
  }

  /** Signs a demo person in and answers the cookie to send. */
  async signIn(index = 0): Promise<string> {
    const answer = await this.send('POST', '/api/studio/session/demo', {
      person: demoPeople[index]?.id ?? '',
    });
    return (answer.headers.get('set-cookie') ?? '').split(';')[0] ?? '';
  }

  async send<Body = Problem>(
    method: string,
    path: string,
    body?: unknown,
    cookie = '',
  ): Promise<Answer<Body>> {
    const headers: Record<string, string> = { cookie };
    if (body !== undefined) headers['content-type'] = 'application/json';
    return this.request(path, {
      method,
      headers,
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
  }

  async get<Body = Problem>(path: string, cookie = ''): Promise<Answer<Body>> {
    return this.send('GET', path, undefined, cookie);
  }

  async request<Body = Problem>(path: string, init: RequestInit): Promise<Answer<Body>> {
    const response = await this.app.request(path, init);
    const text = await response.text();
    const isJson = /\bjson\b/.test(response.headers.get('content-type') ?? '');
    return { status: response.status, headers: response.headers, body: isJson ? JSON.parse(text) : text };
  }

  /** Asks GraphQL and answers its data. */
  async graphql<Data = JsonObject>(query: string): Promise<GraphqlAnswer<Data>> {
    const { body } = await this.send<GraphqlAnswer<Data>>('POST', '/api/graphql', { query });
    return body;
  }

  async change(cookie: string, ...changes: readonly ModelChange[]): Promise<Answer<ModelAnswer & Refusal>> {
    const { revision } = await this.services.models.current();
    return this.send('POST', '/api/studio/model/changes', { baseRevision: revision, changes }, cookie);
  }

  async createHut(
    cookie: string,
    values: JsonObject = {},
    more: object = {},
  ): Promise<Answer<EntryAnswer & Refusal>> {
    const hut = {
      type: 'hut',
      title: 'Larch Hut',
      status: 'published',
      values: { f_altitude: 2080, ...values },
      ...more,
    };
    return this.send('POST', '/api/studio/entries', hut, cookie);
  }

  /** Uploads a picture drawn here; another colour gives another picture. */
  async upload(
    cookie: string,
    bytes?: Uint8Array,
    name = 'picture.png',
  ): Promise<Answer<{ id: string } & Refusal>> {
    const drawn = bytes ?? (await drawPicture('#1F5F55'));
    const form = new FormData();
    form.set('file', new File([Uint8Array.from(drawn)], name));
    return this.request('/api/studio/media', { method: 'POST', headers: { cookie }, body: form });
  }

  /** Sends a file as the workbench does, in one piece. @returns what it is taken by */
  async uploadInPieces(cookie: string, bytes: Uint8Array, name: string): Promise<string> {
    const tus = { 'tus-resumable': '1.0.0', cookie };
    const filename = Buffer.from(name).toString('base64');
    const made = await this.app.request(UPLOADS_PATH, {
      method: 'POST',
      headers: { ...tus, 'upload-length': String(bytes.length), 'upload-metadata': `filename ${filename}` },
    });
    const address = made.headers.get('location') ?? '';
    await this.app.request(address, {
      method: 'PATCH',
      headers: { ...tus, 'upload-offset': '0', 'content-type': 'application/offset+octet-stream' },
      body: Uint8Array.from(bytes),
    });
    return address.split('/').at(-1) ?? '';
  }
}

/** A plain picture of one colour. */
export function drawPicture(background: string, width = 700, height = 400): Promise<Uint8Array> {
  return sharp({ create: { width, height, channels: 3, background } })
    .png()
    .toBuffer();
}

/** Opens a workspace before each spec of a suite, and puts it away afterwards. */
export function eachWithWorkspace(model?: ModelDocument): () => TestWorkspace {
  let current: TestWorkspace | null = null;
  beforeEach(async () => {
    current = await TestWorkspace.open(model);
  }, 60_000);
  afterEach(() => current?.close());
  return () => {
    if (!current) throw new Error('The workspace opens before each spec.');
    return current;
  };
}
