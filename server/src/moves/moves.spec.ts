import type { EntryAnswer, EntryListAnswer, TermAnswer } from '@tovlet/core/contracts/studio';
import type { MoveAnswer, MovePhase } from '@tovlet/core/contracts/studio/moves';
import type { JsonValue } from '@tovlet/core/json';
import type { MovePlan } from '@tovlet/core/packages/move-plan';
import { roleOptions, withRole } from '@tovlet/core/packages/role-options';
import { contentImport, siteMove } from '../db/schema';
import { forgetOldImports } from '../transfer/forget-imports';
import { zipOf } from '../testing/zip';
import { eachWithWorkspace, type Refusal } from '../testing/workspace';

const column = (name: string, type: string, more: object = {}): object => ({ name, type, ...more });
const toTable = (fields: string, resource: string): object => ({
  fields,
  reference: { resource, fields: 'id' },
});

const DESCRIPTOR = {
  name: 'old-lodges',
  title: 'Old lodges',
  resources: [
    {
      name: 'paths',
      path: 'paths.csv',
      schema: {
        fields: [
          column('id', 'integer'),
          column('title', 'string'),
          column('from', 'integer', { title: 'Starts at' }),
        ],
        primaryKey: 'id',
        foreignKeys: [toTable('from', 'lodges')],
      },
    },
    {
      name: 'lodges',
      path: 'lodges.csv',
      dialect: { delimiter: ';' },
      schema: {
        fields: [
          column('id', 'integer'),
          column('name', 'string'),
          column('height', 'integer', {
            title: 'Height above the sea',
            constraints: { minimum: 0, required: true },
          }),
          column('open', 'boolean', { trueValues: ['J'], falseValues: ['N'] }),
          column('region_id', 'integer'),
          column('neighbour', 'integer'),
        ],
        primaryKey: 'id',
        foreignKeys: [toTable('region_id', 'regions'), toTable('neighbour', '')],
      },
    },
    {
      name: 'regions',
      path: 'regions.json',
      schema: {
        fields: [column('id', 'integer'), column('name', 'string'), column('parent', 'integer')],
        primaryKey: 'id',
        foreignKeys: [toTable('parent', '')],
      },
    },
    {
      name: 'keepers',
      path: 'keepers.jsonl',
      schema: {
        fields: [column('id', 'integer'), column('name', 'string'), column('phone', 'string')],
        primaryKey: 'id',
      },
    },
    {
      name: 'lodge_keepers',
      path: 'lodge_keepers.csv',
      schema: {
        fields: [column('lodge', 'integer'), column('keeper', 'integer')],
        foreignKeys: [toTable('lodge', 'lodges'), toTable('keeper', 'keepers')],
      },
    },
    {
      name: 'prices',
      path: 'prices.csv',
      schema: {
        fields: [column('lodge', 'integer'), column('guest', 'string'), column('price', 'number')],
        foreignKeys: [toTable('lodge', 'lodges')],
      },
    },
  ],
};

const FILES = {
  'datapackage.json': JSON.stringify(DESCRIPTOR),
  'paths.csv': 'id,title,from\n1,Along the brook,10\n2,Over the saddle,11\n3,To nowhere,99\n',
  'lodges.csv':
    'id;name;height;open;region_id;neighbour\n10;Larch Lodge;1400;J;2;11\n11;Stone Lodge;1900;N;1;10\n12;Deep Lodge;-40;J;2;\n',
  'regions.json': JSON.stringify([
    { id: 2, name: 'Green valley', parent: 1 },
    { id: 1, name: 'Middle range', parent: null },
  ]),
  'keepers.jsonl':
    '{"id":7,"name":"Hedwin Straal","phone":"555 0101"}\n{"id":8,"name":"Ulla Brenk","phone":"555 0102"}\n',
  'lodge_keepers.csv': 'lodge,keeper\n10,7\n10,8\n11,8\n',
  'prices.csv': 'lodge,guest,price\n10,Member,14.5\n10,Guest,22\n11,Guest,25\n',
};

describe('a package of another system', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });

  const upload = async (files: Readonly<Record<string, string>>, name = 'old-lodges.zip') => {
    const id = await workspace().uploadInPieces(developer, await zipOf(files), name);
    return workspace().send<MoveAnswer & Refusal>('POST', '/api/studio/moves', { upload: id }, developer);
  };
  const bring = async (files: Readonly<Record<string, string>> = FILES): Promise<MoveAnswer> => {
    const { status, body } = await upload(files);
    expect(status).withContext(JSON.stringify(body)).toBe(201);
    return body;
  };
  const read = async (id: string): Promise<MoveAnswer> =>
    (await workspace().get<MoveAnswer>(`/api/studio/moves/${id}`, developer)).body;
  const start = ({ id, version }: MoveAnswer, phase: MovePhase, cookie = developer) =>
    workspace().send<MoveAnswer & Refusal>(
      'POST',
      `/api/studio/moves/${id}/start`,
      { version, phase },
      cookie,
    );
  const done = async (move: MoveAnswer, phase: MovePhase): Promise<MoveAnswer> => {
    const { status, body } = await start(move, phase);
    expect(status).withContext(JSON.stringify(body)).toBe(200);
    await workspace().doJobs();
    const after = await read(move.id);
    const run = after.runs.find((each) => each.phase === phase);
    expect(run?.state)
      .withContext(`${phase}: ${run?.problem ?? ''}`)
      .toBe('done');
    return after;
  };
  const save = (move: MoveAnswer, plan: MovePlan) =>
    workspace().send<MoveAnswer & Refusal>(
      'PUT',
      `/api/studio/moves/${move.id}`,
      { version: move.version, plan },
      developer,
    );
  const countsOf = ({ imports }: MoveAnswer, table: string, phase: MovePhase) =>
    imports[table]?.runs.find((run) => run.phase === phase)?.report.counts;
  const entries = async (type: string): Promise<readonly EntryAnswer[]> => {
    const { body } = await workspace().get<EntryListAnswer>(`/api/studio/entries?type=${type}`, developer);
    return Promise.all(
      body.items.map(
        async ({ id }) => (await workspace().get<EntryAnswer>(`/api/studio/entries/${id}`, developer)).body,
      ),
    );
  };
  const terms = async (taxonomy: string): Promise<readonly TermAnswer[]> =>
    (await workspace().get<readonly TermAnswer[]>(`/api/studio/terms?taxonomy=${taxonomy}`, developer)).body;
  const valuesOf = async (type: string, title: string): Promise<Readonly<Record<string, JsonValue>>> => {
    const { model } = await workspace().services.models.current();
    const entry = (await entries(type)).find((each) => each.title === title);
    const fields = model.typeByKey.get(type)?.fields ?? [];
    return Object.fromEntries(fields.map(({ id, field }) => [field.key, entry?.values[id] ?? null]));
  };

  it('is told with what its tables would become', async () => {
    const move = await bring();
    expect(move.title).toBe('Old lodges');
    expect(move.plan.tables.map(({ table, becomes }) => [table, becomes.role])).toEqual([
      ['paths', 'type'],
      ['lodges', 'type'],
      ['regions', 'taxonomy'],
      ['keepers', 'type'],
      ['lodge_keepers', 'join'],
      ['prices', 'rows'],
    ]);
    expect(move.problems).toEqual([]);
    expect(move.changes).toContain('Added the content type “Lodge”');
    expect(move.tables[1]?.samples.length).toBe(3);
  });

  it('is rehearsed without anything being written', async () => {
    const before = (await workspace().services.models.current()).revision;
    const move = await done(await bring(), 'rehearse');
    expect(countsOf(move, 'lodges', 'rehearse')).toEqual(jasmine.objectContaining({ new: 2, refused: 1 }));
    expect(countsOf(move, 'keepers', 'rehearse')).toEqual(jasmine.objectContaining({ new: 2, refused: 0 }));
    // One of the paths starts at a lodge that is nowhere.
    expect(countsOf(move, 'paths', 'rehearse')).toEqual(jasmine.objectContaining({ new: 2, refused: 1 }));
    expect(move.terms['regions']?.rehearse).toEqual(jasmine.objectContaining({ rows: 2, made: 2, known: 0 }));
    expect((await workspace().services.models.current()).revision).toBe(before);
    expect((await workspace().services.models.current()).model.typeByKey.has('lodge')).toBeFalse();
  });

  it('becomes types, terms, entries, rows and relations, also in circles', async () => {
    await done(await done(await bring(), 'rehearse'), 'run');
    const { model } = await workspace().services.models.current();
    const taxonomy = model.document.taxonomies.find(({ key }) => key === 'region');
    const [range, valley] = [...(await terms(taxonomy?.id ?? ''))].toSorted((one) =>
      one.parent === null ? -1 : 1,
    );
    expect(valley?.label).toBe('Green valley');
    expect(valley?.parent).toBe(range?.id ?? '');
    const lodges = await entries('lodge');
    const idOf = (title: string) => lodges.find((each) => each.title === title)?.id ?? '';
    const keepers = await entries('keeper');
    const larch = await valuesOf('lodge', 'Larch Lodge');
    expect<unknown>(larch['height']).toBe(1400);
    expect<unknown>(larch['open']).toBe(true);
    expect<unknown>(larch['neighbour']).toBe(idOf('Stone Lodge'));
    expect<unknown>((await valuesOf('lodge', 'Stone Lodge'))['neighbour']).toBe(idOf('Larch Lodge'));
    expect<unknown>(larch['keepers']).toEqual(jasmine.arrayWithExactContents(keepers.map(({ id }) => id)));
    expect(JSON.stringify(larch['prices'])).toMatch(/Member.*14\.5.*Guest.*22/);
    expect<unknown>((await valuesOf('path', 'Along the brook'))['from']).toBe(idOf('Larch Lodge'));
    expect((await entries('path')).length).toBe(2);
  });

  it('is verified to the cell, and tells what was changed since', async () => {
    const run = await done(await done(await bring(), 'rehearse'), 'run');
    const verified = await done(run, 'verify');
    expect(countsOf(verified, 'lodges', 'verify')).toEqual(jasmine.objectContaining({ same: 2, changed: 0 }));
    expect(countsOf(verified, 'paths', 'verify')).toEqual(jasmine.objectContaining({ same: 2, changed: 0 }));
    expect(verified.terms['regions']?.verify?.problems).toEqual([]);
    const [lodge] = (await entries('lodge')).filter(({ title }) => title === 'Stone Lodge');
    if (!lodge) return fail('The lodge is there');
    const { id, version, title, slug, status, values } = lodge;
    const height = (await workspace().services.models.current()).model.typeByKey
      .get('lodge')
      ?.fields.find(({ field }) => field.key === 'height');
    const body = { version, title, slug, status, values: { ...values, [height?.id ?? '']: 2000 } };
    expect((await workspace().send('PUT', `/api/studio/entries/${id}`, body, developer)).status).toBe(200);
    const again = await done(verified, 'verify');
    expect(countsOf(again, 'lodges', 'verify')).toEqual(jasmine.objectContaining({ same: 1, changed: 1 }));
  });

  it('changes nothing when it comes again', async () => {
    await done(await done(await bring(), 'rehearse'), 'run');
    const { revision } = await workspace().services.models.current();
    const again = await bring();
    expect(again.changes).toEqual([]);
    const run = await done(await done(again, 'rehearse'), 'run');
    expect(countsOf(run, 'lodges', 'run')).toEqual(jasmine.objectContaining({ same: 2, new: 0, changed: 0 }));
    expect(countsOf(run, 'keepers', 'run')).toEqual(
      jasmine.objectContaining({ same: 2, new: 0, changed: 0 }),
    );
    expect(run.terms['regions']?.run).toEqual(jasmine.objectContaining({ made: 0, known: 2 }));
    expect((await workspace().services.models.current()).revision).toBe(revision);
  });

  it('is taken back as a whole; what somebody changed since stays', async () => {
    const run = await done(await done(await bring(), 'rehearse'), 'run');
    const [keeper] = await entries('keeper');
    if (!keeper) return fail('The keeper is there');
    const { id, version, title, slug, status, values } = keeper;
    const body = { version, title: `${title} the elder`, slug, status, values };
    expect((await workspace().send('PUT', `/api/studio/entries/${id}`, body, developer)).status).toBe(200);
    const back = await done(run, 'take_back');
    expect(await entries('lodge')).toEqual([]);
    expect(await entries('path')).toEqual([]);
    expect((await entries('keeper')).map((each) => each.id)).toEqual([id]);
    expect(countsOf(back, 'keepers', 'take_back')).toEqual(jasmine.objectContaining({ refused: 1 }));
    expect(back.terms['regions']?.take_back).toEqual(jasmine.objectContaining({ made: 2 }));
  });

  it('goes into what is there, where it is called alike', async () => {
    await workspace().createHut(developer, {}, { title: 'Larch Hut', slug: 'larch-hut' });
    const move = await bring({
      'huts.csv': 'name,slug,altitude\nLarch Hut,larch-hut,1800\nSaddle Hut,saddle-hut,2100\n',
    });
    expect(move.plan.tables[0]?.becomes).toEqual(
      jasmine.objectContaining({ role: 'type', made: null, match: 'slug' }),
    );
    expect(move.changes).toEqual([]);
    const run = await done(await done(move, 'rehearse'), 'run');
    expect(countsOf(run, 'huts', 'run')).toEqual(jasmine.objectContaining({ new: 1, changed: 1 }));
    expect((await entries('hut')).map(({ title }) => title).toSorted()).toEqual(['Larch Hut', 'Saddle Hut']);
  });

  it('goes on where it was when it is stopped in the middle', async () => {
    const move = await done(await bring(), 'rehearse');
    await start(move, 'run');
    const stopped = await workspace().send<MoveAnswer>(
      'POST',
      `/api/studio/moves/${move.id}/stop`,
      undefined,
      developer,
    );
    expect(stopped.body.runs.find(({ phase }) => phase === 'run')?.state).toBe('stopped');
    await workspace().doJobs();
    expect((await workspace().services.models.current()).model.typeByKey.has('lodge')).toBeFalse();
    await done(move, 'run');
    expect((await entries('lodge')).length).toBe(2);
  });

  it('is not carried out otherwise than it was rehearsed', async () => {
    const move = await bring();
    expect((await start(move, 'run')).status).toBe(422);
    const rehearsed = await done(move, 'rehearse');
    const { model: now } = await workspace().services.models.current();
    const proposing = { model: now, tables: rehearsed.tables, role: 'developer' } as const;
    const prices = rehearsed.tables.find(({ name }) => name === 'prices');
    const option = prices && roleOptions(proposing, prices).find(({ id }) => id === 'left');
    if (!prices || !option) return fail('Prices can be left out');
    const left = withRole(proposing, rehearsed.plan, prices, option);
    const saved = await save(rehearsed, left);
    expect(saved.status).toBe(200);
    expect((await start(saved.body, 'run')).body.detail).toContain('Rehearse it');
    expect((await save(rehearsed, left)).status).toBe(409);
    await done(await done(saved.body, 'rehearse'), 'run');
    const { model } = await workspace().services.models.current();
    expect(model.typeByKey.get('lodge')?.fields.some(({ field }) => field.key === 'prices')).toBeFalse();
  });

  it('takes what became something else for new, and one package of a name at a time', async () => {
    const huts = {
      'datapackage.json': JSON.stringify({
        name: 'h',
        resources: [
          {
            name: 'lodges',
            path: 'a.csv',
            schema: {
              fields: [column('id', 'string'), column('name', 'string'), column('text', 'string')],
              primaryKey: 'id',
            },
          },
        ],
      }),
      'a.csv': 'id,name,text\n1,Larch Lodge,Open all year\n',
    };
    const first = await bring(huts);
    await done(await done(first, 'rehearse'), 'run');
    expect((await entries('lodge')).length).toBe(1);
    const again = await bring(huts);
    const { model } = await workspace().services.models.current();
    const proposing = { model, tables: again.tables, role: 'developer' } as const;
    const [lodges] = again.tables;
    const option =
      lodges &&
      roleOptions(proposing, lodges).find(
        ({ id }) => id === `type ${model.typeByKey.get('page')?.contentType.id ?? ''}`,
      );
    if (!lodges || !option) return fail('Lodges can become posts');
    const saved = await save(again, withRole(proposing, again.plan, lodges, option));
    expect(saved.status).toBe(200);
    const run = await done(await done(saved.body, 'rehearse'), 'run');
    expect(countsOf(run, 'lodges', 'run')).toEqual(jasmine.objectContaining({ new: 1, refused: 0 }));
    expect((await entries('lodge')).length).toBe(1);
    expect((await entries('page')).length).toBe(1);
    const [one, two] = [await bring(huts), await bring(huts)];
    await start(one, 'rehearse');
    expect((await start(two, 'rehearse')).status).toBe(409);
    await workspace().doJobs();
  });

  it('is forgotten after a while, with what was gathered of it', async () => {
    const { services } = workspace();
    const move = await done(await bring(), 'rehearse');
    await forgetOldImports(services);
    expect((await read(move.id)).id).toBe(move.id);
    await services.database.update(siteMove).set({ createdAt: '2020-01-01T00:00:00Z' });
    await forgetOldImports(services);
    expect((await workspace().get(`/api/studio/moves/${move.id}`, developer)).status).toBe(404);
    expect(await services.database.select().from(contentImport)).toEqual([]);
  });

  it('tells of columns whose field is gone before it is rehearsed', async () => {
    const move = await bring();
    const gone: MovePlan = {
      tables: move.plan.tables.map((each) =>
        each.table === 'prices' ? { table: 'prices', becomes: { role: 'left' } } : each,
      ),
    };
    const saved = await save(move, gone);
    expect(saved.body.problems.map(({ table, column: at }) => [table, at])).toEqual([['lodges', 'prices']]);
    expect((await start(saved.body, 'rehearse')).status).toBe(422);
  });

  it('refuses plans of other tables, and what cannot be done', async () => {
    const move = await bring();
    expect((await save(move, { tables: [] })).status).toBe(422);
    const twice: MovePlan = {
      tables: move.plan.tables.map((each) =>
        each.table === 'lodges' && each.becomes.role === 'type'
          ? {
              ...each,
              becomes: {
                ...each.becomes,
                columns: each.becomes.columns.map((own) => ({ ...own, to: 'title' })),
              },
            }
          : each,
      ),
    };
    const saved = await save(move, twice);
    expect(saved.body.problems.length).toBeGreaterThan(0);
    expect((await start(saved.body, 'rehearse')).status).toBe(422);
  });

  it('tells rows that are the same, or are told apart by nothing', async () => {
    const files = { ...FILES, 'keepers.jsonl': '{"id":7,"name":"A"}\n{"id":7,"name":"B"}\n{"name":"C"}\n' };
    const move = await done(await bring(files), 'rehearse');
    expect(countsOf(move, 'keepers', 'rehearse')).toEqual(jasmine.objectContaining({ new: 1, refused: 2 }));
  });

  it('is refused where it is none, or holds what would do harm', async () => {
    const wrong: readonly Readonly<Record<string, string>>[] = [
      { 'notes.txt': 'nothing' },
      { 'datapackage.json': '{' },
      { 'datapackage.json': '{"resources":[]}' },
      {
        'datapackage.json': JSON.stringify({
          resources: [
            { name: 'a', path: 'a.csv' },
            { name: 'a', path: 'b.csv' },
          ],
        }),
      },
    ];
    for (const files of wrong)
      expect((await upload(files)).status)
        .withContext(JSON.stringify(files))
        .toBe(422);
    const id = await workspace().uploadInPieces(developer, new TextEncoder().encode('no archive'), 'a.zip');
    const answer = await workspace().send('POST', '/api/studio/moves', { upload: id }, developer);
    expect(answer.status).toBe(422);
  });

  it('leaves tables out that cannot be read, and fetches nothing', async () => {
    const move = await bring({
      'datapackage.json': JSON.stringify({
        name: 'far',
        resources: [
          { name: 'far', path: 'https://example.invalid/a.csv' },
          { name: 'gone', path: 'gone.csv' },
          { name: 'out', path: '../out.csv' },
        ],
      }),
    });
    expect(move.tables.map(({ problem }) => problem !== null)).toEqual([true, true, true]);
    expect(move.plan.tables.map(({ becomes }) => becomes.role)).toEqual(['left', 'left', 'left']);
    const none = await done(await done(move, 'rehearse'), 'run');
    expect(none.imports).toEqual({});
  });

  it('is for developers, and its tables are done together', async () => {
    const move = await done(await bring(), 'rehearse');
    const editor = await workspace().signIn(1);
    expect((await start(move, 'run', editor)).status).toBe(403);
    expect((await workspace().get('/api/studio/moves', editor)).status).toBe(403);
    const own = move.imports['lodges'];
    const alone = await workspace().send(
      'POST',
      `/api/studio/imports/${own?.id ?? ''}/start`,
      { version: own?.version, phase: 'run' },
      developer,
    );
    expect(alone.status).toBe(409);
    expect((await workspace().get<readonly unknown[]>('/api/studio/imports', developer)).body).toEqual([]);
    expect((await workspace().get<readonly unknown[]>('/api/studio/moves', developer)).body.length).toBe(1);
    expect(
      (await workspace().send('DELETE', `/api/studio/moves/${move.id}`, undefined, developer)).status,
    ).toBe(204);
    expect((await workspace().get(`/api/studio/moves/${move.id}`, developer)).status).toBe(404);
  });
});
