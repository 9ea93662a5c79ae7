import { personWith, PROGRAMS, VISITORS, type Audience } from '@tovlet/core/access/audience';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { compileCondition, type CompiledCondition } from '@tovlet/core/queries/compile';
import type { QueryCondition } from '@tovlet/core/queries/condition';
import { matches } from '@tovlet/core/queries/evaluate';
import { drawCondition } from '@tovlet/core/testing/random-query';
import { RandomSource } from '@tovlet/core/testing/random-source';
import { drawContent, RandomWorld } from '@tovlet/core/testing/random-world';
import { sql } from 'drizzle-orm';
import { PostgresCluster } from '../../testing/postgres-cluster';
import { writeContent } from '../../testing/random-content';
import { TestWorkspace } from '../../testing/workspace';
import { connect, selectRows, type Database } from '../connect';
import { typeTableOf } from '../type-table';
import { conditionSql } from './condition';
import { Aliases, seenAt, type Place } from './place';

const AUDIENCES: readonly Audience[] = [PROGRAMS, VISITORS, personWith('editor'), personWith('developer')];
const CONTENTS = 15;
const QUERIES = 60;

async function fittingInSql(
  database: Database,
  type: CompiledType,
  condition: CompiledCondition,
  audience: Audience,
): Promise<readonly string[]> {
  const place: Place = { kind: 'entry', type, alias: sql`${typeTableOf(type.contentType.id)}` };
  const names = new Aliases(audience);
  const rows = await selectRows<{ id: string }>(
    database,
    sql`SELECT entry_id AS id FROM ${place.alias}
      WHERE ${seenAt(place, audience)} AND ${conditionSql(condition, place, names)} ORDER BY entry_id`,
  );
  return rows.map(({ id }) => id);
}

/** Compares both meanings of some random conditions; answers those that differ. */
async function differences(database: Database, seed: number): Promise<readonly string[]> {
  const random = new RandomSource(seed);
  const content = drawContent(random);
  await writeContent(database, content);
  const different: string[] = [];
  for (const audience of AUDIENCES) {
    const world = new RandomWorld(content, audience);
    const context = { model: content.model, audience };
    for (let query = 0; query < QUERIES / AUDIENCES.length; query += 1) {
      const type = random.of(content.model.types);
      const from = { kind: 'entry', types: [type] } as const;
      const drawn: QueryCondition = drawCondition(from, context, random);
      const { condition, problems } = compileCondition(drawn, from, context);
      if (problems.length > 0) {
        different.push(`seed ${seed}: ${JSON.stringify(drawn)} is refused: ${JSON.stringify(problems)}`);
        continue;
      }
      const inMemory = world
        .entriesOf(type)
        .filter((thing) => matches(condition, thing, world))
        .map(({ id }) => id)
        .sort();
      const inSql = await fittingInSql(database, type, condition, audience);
      if (inMemory.join() !== inSql.join())
        different.push(
          `seed ${seed}, ${JSON.stringify(audience)}: ${JSON.stringify(drawn)} is [${inMemory}] in memory, [${inSql}] in SQL`,
        );
    }
  }
  return different;
}

async function allDifferences(database: Database): Promise<readonly string[]> {
  const found: string[] = [];
  const first = Math.floor(Math.random() * 1_000_000);
  for (let run = 0; run < CONTENTS; run += 1) found.push(...(await differences(database, first + run)));
  return found;
}

describe('conditions of queries', () => {
  it('mean the same in memory and on PGlite', async () => {
    const workspace = await TestWorkspace.open();
    try {
      expect(await allDifferences(workspace.services.database)).toEqual([]);
    } finally {
      await workspace.close();
    }
  }, 120_000);

  it('mean the same in memory and on PostgreSQL', async () => {
    const cluster = await PostgresCluster.start();
    const connection = await connect({ url: cluster.createDatabase(), folder: null });
    try {
      expect(await allDifferences(connection.database)).toEqual([]);
    } finally {
      await connection.close();
      cluster.remove();
    }
  }, 120_000);
});
