import { parentPort, workerData } from 'node:worker_threads';
import { PGlite, types } from '@electric-sql/pglite';
import { fuzzystrmatch } from '@electric-sql/pglite/contrib/fuzzystrmatch';
import { pg_trgm } from '@electric-sql/pglite/contrib/pg_trgm';
import type { PgliteFailure, PgliteReply, PgliteRequest, PgliteWorkerData } from './pglite-protocol';

/** Runs PostgreSQL (WASM) on a thread of its own, so that long statements do not hold up requests. */

const asText = (value: string): string => value;

async function open({ dataFolder }: PgliteWorkerData): Promise<PGlite> {
  return PGlite.create({
    ...(dataFolder === null ? {} : { dataDir: dataFolder }),
    extensions: { fuzzystrmatch, pg_trgm },
    // Times stay text, as the schema declares them.
    parsers: {
      [types.TIMESTAMP]: asText,
      [types.TIMESTAMPTZ]: asText,
      [types.DATE]: asText,
      [types.INTERVAL]: asText,
    },
  });
}

function failureFrom(error: unknown): PgliteFailure {
  if (!(error instanceof Error)) return { message: String(error) };
  const { code, constraint } = error as Error & { code?: unknown; constraint?: unknown };
  return {
    message: error.message,
    ...(typeof code === 'string' ? { code } : {}),
    ...(typeof constraint === 'string' ? { constraint } : {}),
  };
}

async function answer(database: PGlite, request: PgliteRequest): Promise<unknown> {
  switch (request.method) {
    case 'query':
      return database.query(
        request.sql,
        [...request.parameters],
        request.rowMode ? { rowMode: request.rowMode } : {},
      );
    case 'exec':
      return database.exec(request.sql);
    case 'close':
      return database.close();
  }
}

const reply = (message: PgliteReply): void => parentPort?.postMessage(message);

const opening = open(workerData);
opening.then(
  () => reply({ id: 0, result: null }),
  (error: unknown) => reply({ id: 0, failure: failureFrom(error) }),
);

parentPort?.on('message', (request: PgliteRequest) => {
  void opening
    .then((database) => answer(database, request))
    .then(
      (result) => reply({ id: request.id, result }),
      (error: unknown) => reply({ id: request.id, failure: failureFrom(error) }),
    );
});
