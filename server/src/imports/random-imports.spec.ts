import type { EntryAnswer, EntryListAnswer } from '@tovlet/core/contracts/studio';
import type { ImportAnswer, ImportPhase } from '@tovlet/core/contracts/studio/imports';
import * as fc from 'fast-check';
import { eachWithWorkspace } from '../testing/workspace';

/** Cells as files have them: values, faults, nothing. */
const row = fc.record({
  title: fc.constantFrom('Larch Hut', 'Stone Hut', 'Cairn Hut', 'Alder Hut', '', 'Larch Hut '),
  altitude: fc.constantFrom('2080', '1.700', '-4', 'high', '', '2 100 m', '3'),
  phone: fc.constantFrom('+00 512 34 56', 'none', ''),
  winter: fc.constantFrom('yes', 'no', 'maybe', ''),
  status: fc.constantFrom('draft', 'published', ''),
});

const choices = fc.record({
  key: fc.constantFrom('title', null),
  missing: fc.constantFrom('create', 'leave'),
  known: fc.constantFrom('change', 'leave'),
  empty: fc.constantFrom('leave', 'clear'),
});

describe('any import', () => {
  const workspace = eachWithWorkspace();

  it('comes out as it was rehearsed, verifies, and leaves nothing behind when it is taken back', async () => {
    const developer = await workspace().signIn();
    const send = async <Body>(method: string, path: string, body?: object): Promise<Body> => {
      const answer = await workspace().send<Body>(method, path, body, developer);
      expect(answer.status).withContext(JSON.stringify(answer.body)).toBeLessThan(300);
      return answer.body;
    };
    const huts = async (): Promise<string> => {
      const { items } = await send<EntryListAnswer>('GET', '/api/studio/entries?type=hut');
      const all = await Promise.all(
        items.map(({ id }) => send<EntryAnswer>('GET', `/api/studio/entries/${id}`)),
      );
      return JSON.stringify(
        all.map(({ id, title, slug, status, values }) => [id, title, slug, status, values]).toSorted(),
      );
    };
    for (const [title, altitude] of [
      ['Larch Hut', 2080],
      ['Stone Hut', 1],
    ] as const)
      await workspace().createHut(developer, { f_altitude: altitude }, { title });
    const before = await huts();

    await fc.assert(
      fc.asyncProperty(fc.array(row, { minLength: 1, maxLength: 7 }), choices, async (rows, chosen) => {
        const columns = ['title', 'altitude', 'phone', 'winter', 'status'] as const;
        const lines = rows.map((each) => columns.map((name) => `"${each[name]}"`).join(','));
        const bytes = new TextEncoder().encode([columns.join(','), ...lines].join('\n'));
        const upload = await workspace().uploadInPieces(developer, bytes, 'huts.csv');
        const made = await send<ImportAnswer>('POST', '/api/studio/imports', { upload, type: 'hut' });
        const { id, version, source, recipe } = made;
        const given = { version, source, recipe: { ...recipe, ...chosen } };
        const saved = await send<ImportAnswer>('PUT', `/api/studio/imports/${id}`, given);
        const done = async (phase: ImportPhase) => {
          await send('POST', `/api/studio/imports/${id}/start`, { version: saved.version, phase });
          await workspace().doJobs();
          const { runs } = await send<ImportAnswer>('GET', `/api/studio/imports/${id}`);
          const run = runs.find((each) => each.phase === phase);
          expect(run?.state).toBe('done');
          return run?.report.counts;
        };
        const rehearsed = await done('rehearse');
        expect(await huts()).toBe(before);
        expect(await done('run')).toEqual(rehearsed);
        const verified = await done('verify');
        const told = JSON.stringify({ lines, chosen, rehearsed, verified });
        expect([verified?.new, verified?.changed]).withContext(told).toEqual([0, 0]);
        expect((await done('take_back'))?.refused).toBe(0);
        expect(await huts()).toBe(before);
      }),
      { numRuns: 12 },
    );
  });
});
