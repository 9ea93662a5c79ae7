import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { demoModel, type DemoEntry } from '@tovlet/demo';
import { connect } from '@tovlet/server/db/connect';
import { insertEntries } from '@tovlet/server/demo/load';
import { rebuild } from '@tovlet/server/derived/refill';
import { filesIn } from '@tovlet/server/files/files-in';
import type { Services } from '@tovlet/server/services';
import { ensureWorkspace, openServices } from '@tovlet/server/workspace';
import { sql } from 'drizzle-orm';

/** Opens a workspace of its own with the demo's model and some huts, and puts it away afterwards. */
export async function withHuts<Result>(
  hutsOf: (type: CompiledType) => readonly DemoEntry[],
  work: (services: Services, type: CompiledType) => Promise<Result>,
): Promise<Result> {
  const folder = mkdtempSync(join(tmpdir(), 'tovlet-bench-'));
  const connection = await connect({ folder });
  const services = await openServices(connection, {
    ...filesIn(folder),
    demo: false,
    publicDelivery: true,
  });
  const { database } = services;
  try {
    await ensureWorkspace(services, 'Benchmark', demoModel);
    const { model } = await services.models.current();
    const type = model.typeById.get('t_hut');
    if (!type) throw new Error('The demo has huts.');
    await insertEntries(database, hutsOf(type));
    await rebuild(database, model, type);
    await database.execute(sql`ANALYZE`);
    return await work(services, type);
  } finally {
    await services.jobs.stop();
    await connection.close();
    rmSync(folder, { recursive: true, force: true });
  }
}
