import type { EntryAnswer, ModelAnswer, ViewAnswer } from '@tovlet/core/contracts/studio';
import type { FilesPlanAnswer, ModelFilesAnswer } from '@tovlet/core/contracts/studio/model-files';
import type { JsonObject } from '@tovlet/core/json';
import { demoModel } from '@tovlet/demo';
import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { eachWithWorkspace, type Refusal } from '../testing/workspace';

type Files = Record<string, string>;

const ADDRESS = '/api/studio/model-files';

describe('the model as files', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });

  const exported = async (): Promise<Files> => ({
    ...(await workspace().get<ModelFilesAnswer>(ADDRESS, developer)).body.files,
  });
  const plan = (files: Files, more: JsonObject = {}) =>
    workspace().send<FilesPlanAnswer & Refusal>('POST', `${ADDRESS}/plan`, { files, ...more }, developer);
  const take = (files: Files, revision: number, more: JsonObject = {}) =>
    workspace().send<FilesPlanAnswer & Refusal>('POST', ADDRESS, { files, revision, ...more }, developer);
  const model = async (): Promise<ModelAnswer> =>
    (await workspace().get<ModelAnswer>('/api/studio/model', developer)).body;

  /** The files with one of them changed as an editor of texts would. */
  const edited = (files: Files, path: string, change: (text: string) => string): Files => {
    const text = files[path];
    if (text === undefined) throw new Error(`There is no ${path}`);
    return { ...files, [path]: change(text) };
  };
  const relabelled = (files: Files): Files =>
    edited(files, 'field-groups/hut_facts.json', (text) =>
      text.replace('"label": "Altitude"', '"label": "Height"'),
    );
  const setLabel = (label: string, baseRevision: number) =>
    workspace().send(
      'POST',
      '/api/studio/model/changes',
      { baseRevision, changes: [{ kind: 'set_field', field: 'f_altitude', patch: { label } }] },
      developer,
    );

  it('comes to nothing where nothing was changed, also in another language of a file system', async () => {
    const files = await exported();
    expect(Object.keys(files)).toContain('content-types/hut.json');
    const { body } = await plan(files, { isWhole: true });
    expect([body.changes, body.beside, body.conflicts, body.problems]).toEqual([[], [], [], []]);
    expect(body.base).toBe(1);
    expect((await take(files, 1)).status).toBe(200);
    expect((await model()).revision).toBe(1);
  });

  it('fits the schemas that come with it', async () => {
    const files = await exported();
    const ajv = new Ajv2020({ strict: false });
    addFormats.default(ajv);
    const own = Object.entries(files).filter(([path]) => !path.startsWith('schemas/'));
    for (const [path, text] of own) {
      const content: JsonObject = JSON.parse(text);
      const schema = files[String(content['$schema']).replace('../', '')] ?? '';
      const validate = ajv.compile(JSON.parse(schema));
      expect(validate(content))
        .withContext(`${path} ${ajv.errorsText(validate.errors)}`)
        .toBeTrue();
      expect(validate({ ...content, more: 1 }))
        .withContext(path)
        .toBeFalse();
    }
  });

  it('is brought in as one revision, which can be undone', async () => {
    const files = relabelled(await exported());
    const planned = (await plan(files)).body;
    expect(planned.changes).toEqual(['Changed label of “Altitude”']);
    expect((await take(files, planned.revision)).status).toBe(200);
    expect((await model()).revision).toBe(2);
    const undone = await workspace().send('POST', '/api/studio/model/undo', { revision: 2 }, developer);
    expect(undone.status).toBe(200);
    expect((await model()).document).toEqual(demoModel);
  });

  it('tells what a change of type would make of the values, and converts them when it is brought in', async () => {
    const hut = await workspace().send<EntryAnswer>(
      'POST',
      '/api/studio/entries',
      { type: 't_hut', title: 'Stone Hut', values: { f_altitude: 2080 } },
      developer,
    );
    expect(hut.status).toBe(201);
    const files = edited(await exported(), 'field-groups/hut_facts.json', (text) => {
      const group = JSON.parse(text);
      const altitude = group.fields.find(({ id }: { id: string }) => id === 'f_altitude');
      Object.assign(altitude, { kind: 'text', settings: {}, filterable: false });
      delete altitude.default;
      return JSON.stringify(group);
    });
    const planned = (await plan(files)).body;
    expect(planned.problems).toEqual([]);
    const [rehearsed] = planned.rehearsals;
    expect([rehearsed?.field, rehearsed?.report?.counts.converted]).toEqual(['f_altitude', 1]);
    expect((await take(files, planned.revision)).status).toBe(200);
    await workspace().doJobs();
    const after = await workspace().get<EntryAnswer>(`/api/studio/entries/${hut.body.id}`, developer);
    expect<unknown>(after.body.values['f_altitude']).toBe('2080');
  });

  it('does not decide what both sides changed', async () => {
    const files = relabelled(await exported());
    await setLabel('Level', 1);
    const planned = (await plan(files)).body;
    expect(planned.conflicts.map(({ files: mine, workspace: theirs }) => [mine, theirs])).toEqual([
      ['Changed label of “Altitude”: “Height”', 'Changed label of “Altitude”: “Level”'],
    ]);
    expect((await take(files, 2)).status).toBe(409);
    expect((await take(files, 2, { prefer: 'workspace' })).status).toBe(200);
    expect((await model()).revision).toBe(2);
    expect((await take(files, 2, { prefer: 'files' })).status).toBe(200);
    expect(JSON.stringify((await model()).document)).toContain('"Height"');
  });

  it('is brought in only as it was planned', async () => {
    const files = relabelled(await exported());
    await setLabel('Level', 1);
    const { status, body } = await take(files, 1, { prefer: 'files' });
    expect<unknown>([status, body.current['revision']]).toEqual([409, 2]);
  });

  it('removes a field without a file of its group only where that is asked for, and tells what goes', async () => {
    await workspace().send(
      'POST',
      '/api/studio/entries',
      { type: 't_hut', title: 'Stone Hut', values: { f_altitude: 2080 } },
      developer,
    );
    const all = Object.entries(await exported());
    const files = Object.fromEntries(all.filter(([path]) => path !== 'field-groups/hut_facts.json'));
    expect((await plan(files)).body.changes).toEqual([]);
    const whole = (await plan(files, { isWhole: true })).body;
    expect(whole.changes.some((words) => words.includes('Removed'))).toBeTrue();
    expect(whole.rehearsals.find(({ field }) => field === 'f_altitude')).toEqual(
      jasmine.objectContaining({ report: null, values: 1 }),
    );
  });

  it('refuses files that cannot be read, and a model that could not be saved, and changes nothing', async () => {
    const files = await exported();
    const broken = edited(files, 'field-groups/hut_facts.json', (text) => text.slice(0, 200));
    const planned = (await plan(broken, { isWhole: true })).body;
    expect(planned.problems.map(({ file }) => file)).toEqual(['field-groups/hut_facts.json']);
    // A file that cannot be read is none that was taken away.
    expect(planned.changes).toEqual([]);
    expect((await take(broken, 1, { isWhole: true })).status).toBe(422);
    const twice = edited(files, 'field-groups/hut_facts.json', (text) =>
      text.replace('"key": "beds', '"key": "altitude'),
    );
    const wrong = (await plan(twice)).body;
    expect(wrong.problems.some(({ severity }) => severity === 'error')).toBeTrue();
    expect((await take(twice, 1)).status).toBe(422);
    expect((await model()).revision).toBe(1);
  });

  it('carries templates and shared views, and does not write over those that were saved since', async () => {
    const content = { mode: 'liquid', blocks: [], liquid: '<h1>{{ entry.title }}</h1>\n<p>One</p>' };
    const saved = { version: 0, content };
    await workspace().send('PUT', '/api/studio/templates/t_hut', saved, developer);
    const look = { search: '', filter: '', sort: 'title' };
    const given = { type: 't_hut', name: 'All by name', shared: true, look };
    const view = (await workspace().send<ViewAnswer>('POST', '/api/studio/views', given, developer)).body;
    const mine = { ...given, name: 'Mine', shared: false };
    await workspace().send('POST', '/api/studio/views', mine, developer);
    const files = await exported();
    expect(Object.keys(files).filter((path) => path.startsWith('saved-queries/'))).toEqual([
      'saved-queries/hut-all-by-name.json',
    ]);
    const changed = edited(
      edited(files, 'templates/hut.json', (text) => text.replace('One', 'Two')),
      'saved-queries/hut-all-by-name.json',
      (text) => text.replace('All by name', 'Every hut'),
    );
    expect((await plan(changed)).body.beside.map(({ kind, what, name }) => [kind, what, name])).toEqual([
      ['template', 'changed', 'Hut page'],
      ['saved_query', 'changed', 'Every hut'],
    ]);
    expect((await take(changed, 1)).status).toBe(200);
    const after = await exported();
    expect(after['templates/hut.json']).toContain('Two');
    const views = await workspace().get<readonly ViewAnswer[]>('/api/studio/views?type=t_hut', developer);
    expect(views.body.find(({ id }) => id === view.id)?.name).toBe('Every hut');
    // What was written before is older than what is there by now.
    const late = edited(files, 'templates/hut.json', (text) => text.replace('One', 'Three'));
    expect((await plan(late)).body.conflicts).toHaveSize(1);
    expect((await take(late, 1)).status).toBe(409);
    const removed = Object.fromEntries(
      Object.entries(after).filter(([path]) => !path.startsWith('templates/')),
    );
    expect((await take(removed, 1, { isWhole: true })).status).toBe(200);
    const bin = await workspace().get('/api/studio/bin', developer);
    expect(JSON.stringify(bin.body)).toContain('template');
  });

  it('tells before anything is changed what is wrong with a template, or a view of no type', async () => {
    const files = relabelled(await exported());
    const template = { id: 't_hut', mode: 'liquid', liquid: ['{% if entry.title %}'] };
    const lost = { id: 'v_1', type: 't_gone', name: 'Lost', look: { search: '', filter: '', sort: 'title' } };
    const wrong = {
      ...files,
      'templates/hut.json': JSON.stringify(template),
      'saved-queries/lost.json': JSON.stringify(lost),
    };
    const told = (await plan(wrong)).body.problems.map(({ file, severity }) => [file, severity]);
    expect(told).toContain(['templates/hut.json', 'error']);
    expect(told).toContain(['saved-queries/lost.json', 'error']);
    expect((await take(wrong, 1)).status).toBe(422);
    expect((await model()).revision).toBe(1);
  });

  it('is for developers', async () => {
    const editor = await workspace().signIn(1);
    expect((await workspace().get(ADDRESS, editor)).status).toBe(403);
    const files = await exported();
    expect((await workspace().send('POST', ADDRESS, { files, revision: 1 }, editor)).status).toBe(403);
    expect((await workspace().send('POST', `${ADDRESS}/plan`, { files }, editor)).status).toBe(403);
  });
});
