import type { EntryAnswer, EntryListAnswer, ModelAnswer, TermAnswer } from '@tovlet/core/contracts/studio';
import type { MoveAnswer, MovePhase } from '@tovlet/core/contracts/studio/moves';
import * as fc from 'fast-check';
import { eachWithWorkspace } from '../testing/workspace';
import { zipOf } from '../testing/zip';

/** Few keys, so that some come twice, some are named that are nowhere, and some rows have none. */
const key = fc.constantFrom('1', '2', '3', '4', '');

const place = fc.record({
  id: key,
  name: fc.constantFrom('Larch', 'Stone', 'Cairn', ''),
  height: fc.constantFrom('1200', '-4', 'high', ''),
  near: key,
  owner: key,
  kind: key,
});
const person = fc.record({ id: key, name: fc.constantFrom('Ulla', 'Pell', ''), home: key });
const kind = fc.record({ id: key, name: fc.constantFrom('Hut', 'Pass', 'Lake', ''), above: key });
const note = fc.record({
  place: key,
  text: fc.constantFrom('Bring water', '<p>Marked <em>up</em></p>', ''),
  stars: fc.constantFrom('3', 'many', ''),
});
const visit = fc.record({ place: key, person: key });

const rows = <Row>(of: fc.Arbitrary<Row>) => fc.array(of, { maxLength: 5 });
const site = fc.record({
  places: rows(place),
  people: rows(person),
  kinds: rows(kind),
  notes: rows(note),
  visits: rows(visit),
});
type Site = typeof site extends fc.Arbitrary<infer Value> ? Value : never;

const column = (name: string, type = 'string', more: object = {}): object => ({ name, type, ...more });
const names = (fields: string, resource: string): object => ({
  fields,
  reference: { resource, fields: 'id' },
});
const resource = (
  name: string,
  fields: readonly object[],
  foreignKeys: readonly object[],
  keyed = true,
): object => ({
  name,
  path: `${name}.csv`,
  schema: { fields, foreignKeys, ...(keyed ? { primaryKey: 'id' } : {}) },
});

const DESCRIPTOR = {
  name: 'random',
  resources: [
    resource(
      'places',
      [
        column('id'),
        column('name'),
        column('height', 'integer', { constraints: { minimum: 0 } }),
        column('near'),
        column('owner'),
        column('kind'),
      ],
      [names('near', ''), names('owner', 'people'), names('kind', 'kinds')],
    ),
    resource(
      'people',
      [column('id'), column('name'), column('home'), column('phone')],
      [names('home', 'places')],
    ),
    resource('kinds', [column('id'), column('name'), column('above')], [names('above', '')]),
    resource(
      'notes',
      [column('place'), column('text'), column('stars', 'integer')],
      [names('place', 'places')],
      false,
    ),
    resource(
      'visits',
      [column('place'), column('person')],
      [names('place', 'places'), names('person', 'people')],
      false,
    ),
  ],
};

const csv = (heads: readonly string[], all: readonly Readonly<Record<string, string>>[]): string =>
  [heads, ...all.map((row) => heads.map((name) => row[name] ?? ''))]
    .map((line) => `${line.map((cell) => `"${cell}"`).join(',')}\n`)
    .join('');

const filesOf = ({ places, people, kinds, notes, visits }: Site): Readonly<Record<string, string>> => ({
  'datapackage.json': JSON.stringify(DESCRIPTOR),
  'places.csv': csv(['id', 'name', 'height', 'near', 'owner', 'kind'], places),
  'people.csv': csv(['id', 'name', 'home'], people),
  'kinds.csv': csv(['id', 'name', 'above'], kinds),
  'notes.csv': csv(['place', 'text', 'stars'], notes),
  'visits.csv': csv(['place', 'person'], visits),
});

describe('any package', () => {
  const workspace = eachWithWorkspace();

  it('comes out as it was rehearsed, verifies, changes nothing when it comes again, and is taken back', async () => {
    const developer = await workspace().signIn();
    const send = async <Body>(method: string, path: string, body?: object): Promise<Body> => {
      const answer = await workspace().send<Body>(method, path, body, developer);
      expect(answer.status).withContext(JSON.stringify(answer.body)).toBeLessThan(300);
      return answer.body;
    };
    const bring = async (given: Site): Promise<MoveAnswer> => {
      const upload = await workspace().uploadInPieces(developer, await zipOf(filesOf(given)), 'random.zip');
      return send<MoveAnswer>('POST', '/api/studio/moves', { upload });
    };
    const done = async (move: MoveAnswer, phase: MovePhase): Promise<MoveAnswer> => {
      await send('POST', `/api/studio/moves/${move.id}/start`, { version: move.version, phase });
      await workspace().doJobs();
      const after = await send<MoveAnswer>('GET', `/api/studio/moves/${move.id}`);
      const run = after.runs.find((each) => each.phase === phase);
      expect(run?.state)
        .withContext(`${phase}: ${run?.problem ?? ''}`)
        .toBe('done');
      return after;
    };
    const reports = ({ imports }: MoveAnswer, phase: MovePhase) =>
      Object.fromEntries(
        Object.entries(imports).map(([table, { runs }]) => {
          const report = runs.find((run) => run.phase === phase)?.report;
          return [table, { counts: report?.counts, problems: report?.problems }];
        }),
      );
    const all = async (): Promise<number> => {
      const { document } = await send<ModelAnswer>('GET', '/api/studio/model');
      const counts = await Promise.all(
        document.contentTypes.map(async ({ key: type }) => {
          const { items } = await send<EntryListAnswer>('GET', `/api/studio/entries?type=${type}`);
          const entries = await Promise.all(
            items.map(({ id }) => send<EntryAnswer>('GET', `/api/studio/entries/${id}`)),
          );
          return entries.length;
        }),
      );
      const terms = await send<readonly TermAnswer[]>('GET', '/api/studio/terms');
      return counts.reduce((sum, each) => sum + each, terms.length);
    };
    const before = await all();

    await fc.assert(
      fc.asyncProperty(site, async (given) => {
        const told = JSON.stringify(given);
        const move = await done(await bring(given), 'rehearse');
        const run = await done(move, 'run');
        expect(reports(run, 'run')).withContext(told).toEqual(reports(move, 'rehearse'));
        expect(run.terms['kinds']?.run?.made).withContext(told).toBe(move.terms['kinds']?.rehearse?.made);
        const verified = await done(run, 'verify');
        for (const [table, { counts }] of Object.entries(reports(verified, 'verify'))) {
          expect(counts?.changed).withContext(`${table} differs: ${told}`).toBe(0);
          expect(counts?.new).withContext(`${table} is missing: ${told}`).toBe(0);
        }
        const again = await done(await done(await bring(given), 'rehearse'), 'run');
        for (const [table, { counts }] of Object.entries(reports(again, 'run'))) {
          expect(counts?.changed).withContext(`${table} changes: ${told}`).toBe(0);
          expect(counts?.new).withContext(`${table} is new: ${told}`).toBe(0);
        }
        const back = await done(run, 'take_back');
        const stays = JSON.stringify([reports(back, 'take_back'), back.terms, given]);
        expect(await all())
          .withContext(stays)
          .toBe(before);
      }),
      { numRuns: 8 },
    );
  });
});
