import type { EntryAnswer, EntryListAnswer, ModelAnswer } from '@tovlet/core/contracts/studio';
import type {
  ImportAnswer,
  ImportPhase,
  ImportRowsAnswer,
  ImportSave,
  ImportTrial,
} from '@tovlet/core/contracts/studio/imports';
import type { RowOutcome } from '@tovlet/core/transfer/import-report';
import { eq } from 'drizzle-orm';
import { contentImport, importRun } from '../db/schema';
import { bringIn } from '../jobs/bring_in/bring-in';
import { eachWithWorkspace, type Refusal } from '../testing/workspace';
import { forgetOldImports } from '../transfer/forget-imports';

const TABLE = `Name;Altitude (m);Opened;Winter
Larch Hut;2.080;03.06.1962;no
Stone Hut;1.700;21.07.1984;no
Cairn Hut;2.500;;no
`;

type Counts = Record<RowOutcome | 'rows', number>;

describe('an import', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });

  const bring = async (text: string | Uint8Array, name = 'huts.csv', type = 'hut') => {
    const bytes = typeof text === 'string' ? new TextEncoder().encode(text) : text;
    const upload = await workspace().uploadInPieces(developer, bytes, name);
    const made = await workspace().send<ImportAnswer & Refusal>(
      'POST',
      '/api/studio/imports',
      { upload, type },
      developer,
    );
    expect(made.status).withContext(JSON.stringify(made.body)).toBe(201);
    return made.body;
  };
  const matched = ({ columns }: ImportAnswer['recipe']) =>
    Object.fromEntries(columns.map(({ column, to }) => [column, to]));
  const save = (id: string, body: ImportSave, cookie = developer) =>
    workspace().send<ImportAnswer & Refusal>('PUT', `/api/studio/imports/${id}`, body, cookie);
  const changed = async (
    { id, version, source, recipe }: ImportAnswer,
    patch: Partial<ImportAnswer['recipe']>,
  ) => {
    const saved = await save(id, { version, source, recipe: { ...recipe, ...patch } });
    expect(saved.status).withContext(JSON.stringify(saved.body)).toBe(200);
    return saved.body;
  };
  const start = ({ id, version }: ImportAnswer, phase: ImportPhase, cookie = developer) =>
    workspace().send<ImportAnswer & Refusal>(
      'POST',
      `/api/studio/imports/${id}/start`,
      { version, phase },
      cookie,
    );
  const read = async (id: string): Promise<ImportAnswer> =>
    (await workspace().get<ImportAnswer>(`/api/studio/imports/${id}`, developer)).body;
  const counts = (given: Partial<Counts>): Counts => ({
    rows: 0,
    new: 0,
    changed: 0,
    same: 0,
    left: 0,
    refused: 0,
    ...given,
  });
  const done = async (given: ImportAnswer, phase: ImportPhase) => {
    const { status, body } = await start(given, phase);
    expect(status).withContext(JSON.stringify(body)).toBe(200);
    await workspace().doJobs();
    const run = (await read(given.id)).runs.find((each) => each.phase === phase);
    expect(run?.state)
      .withContext(run?.problem ?? '')
      .toBe('done');
    return counts({ ...run?.report.counts, rows: run?.report.rows ?? 0 });
  };
  const rows = async (id: string, phase: ImportPhase, outcome: RowOutcome) => {
    const path = `/api/studio/imports/${id}/rows?phase=${phase}&outcome=${outcome}`;
    return (await workspace().get<ImportRowsAnswer>(path, developer)).body.rows;
  };
  const huts = async (): Promise<readonly EntryAnswer[]> => {
    const { body } = await workspace().get<EntryListAnswer>('/api/studio/entries?type=hut', developer);
    return Promise.all(
      body.items.map(
        async ({ id }) => (await workspace().get<EntryAnswer>(`/api/studio/entries/${id}`, developer)).body,
      ),
    );
  };
  const byTitle = async (title: string) => (await huts()).find((each) => each.title === title);

  it('is read, matched, rehearsed, run, verified and taken back', async () => {
    const given = await bring(TABLE);
    expect(given.source).toEqual({ format: 'csv', encoding: 'utf-8', delimiter: ';', headings: true });
    expect(given.columns.map(({ name, filled }) => [name, filled])).toEqual([
      ['Name', 3],
      ['Altitude (m)', 3],
      ['Opened', 2],
      ['Winter', 3],
    ]);
    expect(matched(given.recipe)).toEqual(
      jasmine.objectContaining({ Name: 'title', 'Altitude (m)': 'f_altitude' }),
    );
    expect(given.recipe.key).toBe('title');
    await workspace().createHut(developer, { f_altitude: 2080 }, { title: 'Larch Hut' });
    await workspace().createHut(developer, { f_altitude: 1 }, { title: 'Stone Hut' });
    const kept = await huts();

    const rehearsed = await done(given, 'rehearse');
    expect(rehearsed.rows).toBe(3);
    expect(rehearsed.new)
      .withContext(JSON.stringify(await rows(given.id, 'rehearse', 'refused')))
      .toBe(1);
    expect<unknown>(await huts()).toEqual(kept);
    const outcomes = { ...rehearsed };

    expect<unknown>(await done(given, 'run')).toEqual(outcomes);
    expect<unknown>((await byTitle('Cairn Hut'))?.values['f_altitude']).toBe(2500);
    expect<unknown>((await byTitle('Stone Hut'))?.values['f_altitude']).toBe(1700);
    expect<unknown>((await byTitle('Larch Hut'))?.values['f_altitude']).toBe(2080);

    expect(await done(given, 'verify')).toEqual(counts({ same: 3, rows: 3 }));
    const totals = (await read(given.id)).runs.find(({ phase }) => phase === 'verify')?.report.totals;
    expect(totals?.['f_altitude']).toEqual({
      file: { filled: 3, sum: 6280, least: 1700, most: 2500 },
      stored: { filled: 3, sum: 6280, least: 1700, most: 2500 },
    });

    await done(given, 'take_back');
    const after = await huts();
    expect<unknown>(after.map(({ title, values }) => [title, values]).toSorted()).toEqual(
      kept.map(({ title, values }) => [title, values]).toSorted(),
    );
  });

  it('changes nothing when the same file comes twice', async () => {
    const first = await bring(TABLE);
    await done(first, 'rehearse');
    expect(await done(first, 'run')).toEqual(counts({ new: 3, rows: 3 }));
    const again = await bring(TABLE);
    expect(await done(again, 'rehearse')).toEqual(counts({ same: 3, rows: 3 }));
    const versions = (await huts()).map(({ version }) => version);
    await done(again, 'run');
    expect((await huts()).map(({ version }) => version)).toEqual(versions);
  });

  it('refuses rows with why, and gives them back as a file that can be mended', async () => {
    const given = await bring(
      'Title,Altitude\nLarch Hut,high up\n,12\nStone Hut,1700\nStone Hut,1800\n=1+1,5\n',
    );
    expect(await done(given, 'rehearse')).toEqual(counts({ new: 2, refused: 3, rows: 5 }));
    const refused = await rows(given.id, 'rehearse', 'refused');
    expect<unknown>(refused.map(({ number, problems }) => [number, problems[0]?.code])).toEqual([
      [1, 'cell'],
      [2, 'no_title'],
      [4, 'repeated'],
    ]);
    expect(await done(given, 'run')).toEqual(counts({ new: 2, refused: 3, rows: 5 }));
    const file = await workspace().request(`/api/studio/imports/${given.id}/refused?phase=run`, {
      headers: { cookie: developer },
    });
    expect(file.status).toBe(200);
    expect<unknown>((await byTitle('Stone Hut'))?.values['f_altitude']).toBe(1700);
    expect(await byTitle('=1+1')).toBeDefined();
  });

  it('takes nothing back that somebody changed since, and says so', async () => {
    const given = await bring(TABLE);
    await done(given, 'rehearse');
    await done(given, 'run');
    const stone = await byTitle('Stone Hut');
    const { id = '', version = 0, title = '', slug = '', status = 'draft' } = stone ?? {};
    const edit = { version, title, slug, status, values: { f_altitude: 9 } };
    expect((await workspace().send('PUT', `/api/studio/entries/${id}`, edit, developer)).status).toBe(200);
    expect(await done(given, 'take_back')).toEqual(counts({ changed: 2, refused: 1, rows: 3 }));
    expect((await huts()).map((each) => each.title)).toEqual(['Stone Hut']);
    expect((await rows(given.id, 'take_back', 'refused')).map((each) => each.title)).toEqual(['Stone Hut']);
  });

  it('is run only as it was rehearsed, and not twice', async () => {
    const given = await bring(TABLE);
    expect((await start(given, 'run')).status).toBe(422);
    await done(given, 'rehearse');
    const other = await changed(given, { status: 'published' });
    expect((await start(given, 'run')).status).toBe(409);
    expect((await start(other, 'run')).status).toBe(422);
    await done(other, 'rehearse');
    await done(other, 'run');
    expect((await start(other, 'run')).status).toBe(422);
    expect(
      (await save(other.id, { version: other.version, source: other.source, recipe: other.recipe })).status,
    ).toBe(409);
    await done(other, 'take_back');
    expect(await huts()).toEqual([]);
    await done(other, 'rehearse');
    expect(await done(other, 'run')).toEqual(counts({ new: 3, rows: 3 }));
  });

  it('leaves what is known or missing alone where that is chosen, and publishes what may be published', async () => {
    await workspace().createHut(developer, { f_altitude: 1 }, { title: 'Stone Hut' });
    const given = await changed(await bring(TABLE), { known: 'leave', status: 'published' });
    expect(await done(given, 'rehearse')).toEqual(counts({ new: 2, left: 1, rows: 3 }));
    await done(given, 'run');
    expect((await huts()).filter(({ status }) => status === 'published').length).toBe(3);
    expect<unknown>((await byTitle('Stone Hut'))?.values['f_altitude']).toBe(1);
    const only = await changed(await bring(TABLE), { missing: 'leave', empty: 'clear' });
    expect((await done(only, 'rehearse')).new).toBe(0);
  });

  it('puts cells through steps, and is tried on the first rows', async () => {
    const given = await bring('Title,Altitude\n"Larch Hut, north",about 2080 m\n');
    const columns = given.recipe.columns.map((column) =>
      column.to === 'title'
        ? { ...column, steps: [{ kind: 'part' as const, separator: ',', at: 1 }] }
        : { ...column, steps: [{ kind: 'replace' as const, find: 'about ', with: '' }] },
    );
    const { version, source, recipe } = given;
    const body = { version, source, recipe: { ...recipe, columns } };
    const { body: trial } = await workspace().send<ImportTrial>(
      'POST',
      `/api/studio/imports/${given.id}/try`,
      body,
      developer,
    );
    expect<unknown>(
      trial.rows.map(({ title, outcome, changes }) => [title, outcome, changes[0]?.after]),
    ).toEqual([['Larch Hut', 'new', 2080]]);
    expect(await huts()).toEqual([]);
  });

  it('goes on where a run was stopped, and writes no row twice', async () => {
    const lines = Array.from({ length: 130 }, (_each, at) => `Hut ${at},${at + 1000}`);
    const given = await bring(`Title,Altitude\n${lines.join('\n')}\n`);
    await done(given, 'rehearse');
    expect((await start(given, 'run')).status).toBe(200);
    const { services } = workspace();
    const step = { import: given.id, phase: 'run' as const };
    expect(await bringIn.step(services, step, () => true)).toEqual(step);
    // It ended after the rows were written, before it was noted how far it came.
    await services.database.update(importRun).set({ done: 20 });
    await workspace().send('POST', `/api/studio/imports/${given.id}/stop`, undefined, developer);
    await workspace().doJobs();
    expect((await read(given.id)).runs.at(-1)?.state).toBe('stopped');
    await done(given, 'run');
    const { body } = await workspace().get<EntryListAnswer>('/api/studio/entries?type=hut', developer);
    expect(body.total).toBe(130);
    const report = (await read(given.id)).runs.find(({ phase }) => phase === 'run')?.report;
    expect(report?.problems).toEqual([]);
    const verified = await done(given, 'verify');
    expect(verified)
      .withContext(JSON.stringify((await rows(given.id, 'verify', 'changed')).at(-1)))
      .toEqual(counts({ same: 130, rows: 130 }));
  });

  it('finds what rows name, and entries by a field', async () => {
    const area = { taxonomy: 'y_area', label: 'North ridge' };
    const term = await workspace().send<{ readonly id: string }>(
      'POST',
      '/api/studio/terms',
      area,
      developer,
    );
    expect(term.status).toBe(201);
    const given = await bring('Title,Area,Beds in summer\nLarch Hut,north ridge,12\nStone Hut,nowhere,3\n');
    const to = Object.fromEntries(
      Object.entries(matched(given.recipe)).map(([column, own]) => [column, own]),
    );
    expect(to['Area']).not.toBeNull();
    await done(given, 'rehearse');
    const refused = await rows(given.id, 'rehearse', 'refused');
    expect(refused.map(({ title }) => title)).toEqual(['Stone Hut']);
    await done(given, 'run');
    expect(JSON.stringify((await byTitle('Larch Hut'))?.values)).toContain(term.body.id);
  });

  it('reads JSON, JSON lines and GeoJSON', async () => {
    const objects = [
      { title: 'Larch Hut', altitude: 2080 },
      { title: 'Stone Hut', altitude: 1700 },
    ];
    for (const [text, format] of [
      [JSON.stringify({ huts: objects }), 'json'],
      [objects.map((each) => JSON.stringify(each)).join('\n'), 'jsonl'],
      [
        JSON.stringify({
          type: 'FeatureCollection',
          features: objects.map((properties) => ({
            type: 'Feature',
            properties,
            geometry: { type: 'Point', coordinates: [8.5, 46.5] },
          })),
        }),
        'json',
      ],
    ] as const) {
      const given = await bring(text, 'huts.json');
      expect<string>(given.source.format).toBe(format);
      const { rows: all, refused } = await done(given, 'rehearse');
      expect([all, refused]).withContext(text).toEqual([2, 0]);
    }
  });

  it('says why a file cannot be read, and reads it otherwise where that is chosen', async () => {
    const given = await bring(
      new Uint8Array([0x54, 0x69, 0x74, 0x6c, 0x65, 0x0a, 0x48, 0xfc, 0x74, 0x74, 0x65]),
    );
    expect(given.source.encoding).toBe('windows-1252');
    expect<unknown>(given.columns[0]?.samples).toEqual(['Hütte']);
    const { id, version, source, recipe } = given;
    const wrong = await save(id, { version, source: { ...source, encoding: 'utf-8' }, recipe });
    expect(wrong.body.problem).toContain('utf-8');
    expect((await start(wrong.body, 'rehearse')).status).toBe(422);
    const empty = await bring('', 'empty.csv');
    expect(empty.problem).toContain('no rows');
    const open = await bring('Title\n"Larch\nStone\n');
    expect(open.problem).toContain('quote');
  });

  it('is forgotten with its file after a quarter of a year, and what it brought stays', async () => {
    const [old, young] = [await bring(TABLE), await bring(TABLE)];
    await done(old, 'rehearse');
    await done(old, 'run');
    const { services } = workspace();
    await services.database
      .update(contentImport)
      .set({ createdAt: '2020-01-01T00:00:00Z' })
      .where(eq(contentImport.id, old.id));
    await forgetOldImports(services);
    expect((await workspace().get(`/api/studio/imports/${old.id}`, developer)).status).toBe(404);
    expect(await services.mediaStore.open(`imports/${old.id}/source`)).toBeNull();
    expect((await read(young.id)).id).toBe(young.id);
    expect((await huts()).length).toBe(3);
  });

  it('is for developers, and refuses what does not fit', async () => {
    const given = await bring(TABLE);
    const editor = await workspace().signIn(1);
    expect((await workspace().get('/api/studio/imports', editor)).status).toBe(403);
    expect((await start(given, 'rehearse', editor)).status).toBe(403);
    const { id, version, source, recipe } = given;
    const [first] = recipe.columns;
    const twice = { ...recipe, columns: recipe.columns.map((each) => ({ ...each, to: first?.to ?? null })) };
    expect((await save(id, { version, source, recipe: twice })).status).toBe(422);
    expect((await save(id, { version, source, recipe: { ...recipe, key: 'status' } })).status).toBe(422);
    await changed(given, { status: 'published' });
    expect((await save(id, { version, source, recipe })).status).toBe(409);
    expect((await workspace().send('DELETE', `/api/studio/imports/${id}`, undefined, developer)).status).toBe(
      204,
    );
    expect((await workspace().get(`/api/studio/imports/${id}`, developer)).status).toBe(404);
    expect((await workspace().get<ModelAnswer>('/api/studio/model', developer)).status).toBe(200);
  });
});
