import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { getRequestListener } from '@hono/node-server';
import type { Hono } from 'hono';
import { StartError } from '../start-error';

/** How long requests that are running have to end when the server stops, in milliseconds. */
const DRAIN_TIME = 10_000;
/** So often connections that have become idle are closed meanwhile, in milliseconds. */
const DRAIN_STEP = 100;

/** So much of a body that is refused is read and thrown away, and so long: else its sender never sees the answer. */
const THROWN_AWAY = 64 * 1024 * 1024;
const THROWING_TIME = 10_000;

/** Whether the sender of a body wants the connection closed after the answer. */
const closesAfterBody = ({ headers }: IncomingMessage): boolean =>
  headers.connection?.toLowerCase() === 'close' &&
  (headers['content-length'] !== undefined || headers['transfer-encoding'] !== undefined);

/** Reads what is left of a body after it was answered. Whoever is still sending would have the connection reset. */
function throwAway(request: IncomingMessage, response: ServerResponse): void {
  if (closesAfterBody(request)) {
    if (request.complete) request.socket.end();
    else request.on('end', () => request.socket.end());
  }
  if (request.complete || request.destroyed) return;
  let bytes = 0;
  const end = (): void => {
    clearTimeout(timer);
    request.destroy();
  };
  const timer = setTimeout(end, THROWING_TIME).unref();
  request.on('data', (chunk: Buffer) => {
    bytes += chunk.length;
    if (bytes > THROWN_AWAY) end();
  });
  request.on('end', () => clearTimeout(timer));
  request.on('error', () => clearTimeout(timer));
  response.on('close', () => clearTimeout(timer));
  request.resume();
}

/** A server that is listening. */
export interface Listening {
  readonly port: number;
  /** Takes no more requests, waits for those that are running, and closes. */
  drain(): Promise<void>;
}

/** What a server knows of itself while it serves. */
interface ServingState {
  draining: boolean;
  readonly running: Set<ServerResponse>;
}

/** Tells whoever keeps a connection open to make another one: to a process that goes on. */
function announceEnd(response: ServerResponse): void {
  if (!response.headersSent) response.setHeader('connection', 'close');
}

function drain(server: Server, state: ServingState): Promise<void> {
  state.draining = true;
  for (const response of state.running) announceEnd(response);
  return new Promise((resolve) => {
    const idle = setInterval(() => server.closeIdleConnections(), DRAIN_STEP);
    const late = setTimeout(() => server.closeAllConnections(), DRAIN_TIME);
    server.close(() => {
      clearInterval(idle);
      clearTimeout(late);
      resolve();
    });
    server.closeIdleConnections();
  });
}

/**
 * Listens at a port.
 * @throws StartError when it is taken or cannot be opened
 */
export function listen(app: Hono, port: number): Promise<Listening> {
  const state: ServingState = { draining: false, running: new Set() };
  const answer = getRequestListener(app.fetch, { autoCleanupIncoming: false });
  const server = createServer((request, response) => {
    if (state.draining) announceEnd(response);
    // Node would close the connection with the answer, while the rest of the body is on its way.
    else if (closesAfterBody(request)) response.shouldKeepAlive = true;
    state.running.add(response);
    response.on('close', () => state.running.delete(response));
    response.on('finish', () => throwAway(request, response));
    void answer(request, response);
  });
  return new Promise((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) =>
      reject(
        error.code === 'EADDRINUSE'
          ? new StartError(`Port ${port} is in use. Stop what uses it, or choose another with --port.`)
          : new StartError(`Port ${port} cannot be opened: ${error.message}`),
      ),
    );
    server.listen(port, () => {
      const address = server.address();
      const opened = typeof address === 'object' && address ? address.port : port;
      resolve({ port: opened, drain: () => drain(server, state) });
    });
  });
}
