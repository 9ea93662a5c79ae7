import { VISITORS } from '@tovlet/core/access/audience';
import type { JsonValue } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { planFor } from '@tovlet/core/queries/load-plan';
import { pathText } from '@tovlet/core/paths/text';
import { valuesAt } from '@tovlet/core/queries/evaluate';
import { drawPath } from '@tovlet/core/testing/random-query';
import { RandomSource } from '@tovlet/core/testing/random-source';
import { drawContent, RandomWorld } from '@tovlet/core/testing/random-world';
import { findPath } from '@tovlet/core/templates/found-path';
import { onPages, seatsOf } from '@tovlet/core/templates/seats';
import { itemsAt } from '@tovlet/core/templates/tree/index';
import { eq } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { entry } from '../db/schema';
import { plainValues, writeContent } from '../testing/random-content';
import { TestWorkspace } from '../testing/workspace';
import { EntryPresenter } from './presenter';

const CONTENTS = 8;
const PATHS = 40;

/** Compares what pages read by random paths with what the same paths mean in memory; answers what differs. */
async function differences(database: Database, seed: number): Promise<readonly string[]> {
  const random = new RandomSource(seed);
  const content = drawContent(random);
  const { model } = content;
  await writeContent(database, content);
  const world = new RandomWorld(content, VISITORS);
  const context = onPages(model);
  const different: string[] = [];
  const records = await database.select().from(entry).where(eq(entry.status, 'published'));
  for (let count = 0; count < PATHS; count += 1) {
    const type: CompiledType = random.of(model.types);
    const seats = seatsOf(type);
    const { steps, ...resolved } = drawPath(seats[0].at, { model, audience: VISITORS }, random);
    const found = findPath({ source: 'entry', path: pathText(steps) }, seats, context);
    if (!found) {
      different.push(`seed ${seed}: ${pathText(steps)} is not found`);
      continue;
    }
    const plan = planFor({ paths: [found.path], scopes: [] }, seats[0].at, context);
    const own = records.filter(({ typeId }) => typeId === type.contentType.id);
    const presented = await new EntryPresenter(database, model, VISITORS).present(type, own, plan);
    for (const { record, value } of presented) {
      const thing = world.thing('entry', record.id);
      const expected: readonly JsonValue[] = thing ? valuesAt(resolved, thing, world) : [];
      const [read, meant] = [plainValues(itemsAt(value, found.keys)), plainValues(expected)];
      if (read.join() !== meant.join())
        different.push(
          `seed ${seed}: ${resolved.keys} of ${record.id} is [${read}] on its page, but means [${meant}]`,
        );
    }
  }
  return different;
}

describe('what pages read by paths', () => {
  it('is what the paths mean, through relations, rows and terms, whatever is hidden or a draft', async () => {
    const workspace = await TestWorkspace.open();
    try {
      const first = Math.floor(Math.random() * 1_000_000);
      const found: string[] = [];
      for (let run = 0; run < CONTENTS; run += 1)
        found.push(...(await differences(workspace.services.database, first + run)));
      expect(found).toEqual([]);
    } finally {
      await workspace.close();
    }
  }, 120_000);

  it('takes as many statements for one entry as for all of them', async () => {
    const workspace = await TestWorkspace.open();
    try {
      const { database } = workspace.services;
      const content = drawContent(new RandomSource(7));
      const { model } = content;
      await writeContent(database, content);
      const [type] = model.types;
      if (!type) throw new Error('There are two types.');
      const seats = seatsOf(type);
      const context = onPages(model);
      const random = new RandomSource(11);
      const paths = Array.from(
        { length: 30 },
        () => drawPath(seats[0].at, { model, audience: VISITORS }, random).steps,
      );
      const plan = planFor({ paths, scopes: [] }, seats[0].at, context);
      const records = await database.select().from(entry).where(eq(entry.typeId, type.contentType.id));
      const select = spyOn(database, 'select').and.callThrough();
      const statementsFor = async (count: number): Promise<number> => {
        select.calls.reset();
        await new EntryPresenter(database, model, VISITORS).present(type, records.slice(0, count), plan);
        return select.calls.count();
      };
      const all = await statementsFor(records.length);
      for (let count = 1; count < records.length; count += 1)
        expect(await statementsFor(count)).toBeLessThanOrEqual(all);
      // Ways that nothing leads along need no statement; each of the others takes its own.
      expect(all).toBeGreaterThan(plan.ways.size);
      expect(all).toBeLessThan(100);
    } finally {
      await workspace.close();
    }
  }, 60_000);
});
