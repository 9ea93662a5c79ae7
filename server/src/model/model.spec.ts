import type {
  CountsAnswer,
  FillAnswer,
  ModelAnswer,
  RevisionAnswer,
  HistoryAnswer,
  PersonSummary,
} from '@tovlet/core/contracts/studio';
import type { ModelChange } from '@tovlet/core/model/changes/index';
import { field } from '@tovlet/core/model/document';
import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import type { JsonObject } from '@tovlet/core/json';
import { findField } from '@tovlet/core/model/tree';
import { documentAt } from './history';
import { changeModel } from './service';
import { eachWithWorkspace, type Refusal } from '../testing/workspace';

describe('the model', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });
  const changeFrom = (baseRevision: number, ...changes: readonly unknown[]) =>
    workspace().send<ModelAnswer & Refusal>(
      'POST',
      '/api/studio/model/changes',
      { baseRevision, changes },
      developer,
    );
  const rename = (id: string, label: string) => ({ kind: 'set_field', field: id, patch: { label } });
  const added = field({ id: 'f_lake', key: 'lake', label: 'Lake', kind: 'text' });

  it('gets a new revision with each change, with who and what', async () => {
    const answer = await changeFrom(1, rename('f_altitude', 'Height'));
    const history = await workspace().get<HistoryAnswer>('/api/studio/model/history', developer);
    expect([answer.status, answer.body.revision]).toEqual([200, 2]);
    expect(
      history.body.revisions.map(({ revision, author, summary }) => `${revision} ${author}: ${summary}`),
    ).toEqual(['2 Ilse Varnholt: Changed label of “Altitude”', '1 Tovlet: The workspace was made']);
  });

  it('tells what concerned a group: itself, and every field it has or had', async () => {
    await changeFrom(1, { kind: 'set_group', group: 'g_hut', patch: { label: 'Hut' } });
    await changeFrom(2, rename('f_length', 'Length in km'));
    await changeFrom(3, { kind: 'add_field', group: 'g_hut', parent: null, index: 0, field: added });
    await changeFrom(4, rename('f_lake', 'Pond'));
    await changeFrom(5, { kind: 'remove_field', field: 'f_lake' });
    await changeFrom(6, { kind: 'remove_field', field: 'f_phone' });
    await changeFrom(7, rename('f_portrait', 'Picture of the warden'));
    const read = async (more = ''): Promise<readonly number[]> =>
      (
        await workspace().get<HistoryAnswer>(`/api/studio/model/history?group=g_hut${more}`, developer)
      ).body.revisions.map(({ revision }) => revision);
    expect(await read()).toEqual([7, 6, 5, 4, 2]);
    expect(await read('&before=6')).toEqual([5, 4, 2]);
    expect((await workspace().get('/api/studio/model/history?before=x', developer)).status).toBe(400);
  });

  it('lists its history page by page', async () => {
    for (let step = 1; step <= 51; step += 1) await changeFrom(step, rename('f_altitude', `Height ${step}`));
    const page = async (query: string): Promise<HistoryAnswer> =>
      (await workspace().get<HistoryAnswer>(`/api/studio/model/history${query}`, developer)).body;
    const first = await page('');
    expect([first.revisions.length, first.revisions[0]?.revision, first.more]).toEqual([50, 52, true]);
    const rest = await page('?before=3');
    expect([rest.revisions.map(({ revision }) => revision), rest.more]).toEqual([[2, 1], false]);
  });

  it('takes changes of two people to different things, made on the same revision', async () => {
    await changeFrom(1, rename('f_altitude', 'Height'));
    const second = await changeFrom(1, rename('f_opened', 'Built'));
    const labels = second.body.document.groups[0]?.fields.map(({ label }) => label) ?? [];
    expect([second.status, second.body.revision]).toEqual([200, 3]);
    expect(labels).toContain('Height');
    expect(labels).toContain('Built');
  });

  it('refuses a second change to the same thing with a clear conflict', async () => {
    await changeFrom(1, rename('f_altitude', 'Height'));
    const second = await changeFrom(1, rename('f_altitude', 'Elevation'));
    expect(second.status).toBe(409);
    expect(second.body.detail).toContain('Ilse Varnholt changed the same thing (label) meanwhile');
    expect((await workspace().services.models.current()).revision).toBe(2);
  });

  it('lets changes sent at the same moment follow one another', async () => {
    const answers = await Promise.all([
      changeFrom(1, rename('f_altitude', 'A')),
      changeFrom(1, rename('f_opened', 'B')),
      changeFrom(1, { kind: 'add_field', group: 'g_hut', parent: null, index: 0, field: added }),
    ]);
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200]);
    expect(answers.map(({ body }) => body.revision).sort()).toEqual([2, 3, 4]);
  });

  it('refuses changes that would make it wrong, and stays as it was', async () => {
    const key = await changeFrom(1, { kind: 'set_field', field: 'f_opened', patch: { key: 'altitude' } });
    const cycle = await changeFrom(1, {
      kind: 'set_field',
      field: 'f_winter_room',
      patch: { shownWhen: { kind: 'field', field: 'f_winter_code', operator: 'is_filled' } },
    });
    const gone = await changeFrom(1, rename('f_nothing', 'X'));
    expect([key.status, cycle.status, gone.status]).toEqual([422, 422, 422]);
    expect([key.body.errors[0]?.code, cycle.body.errors[0]?.code]).toEqual(['key_taken', 'condition_cycle']);
    expect((await workspace().services.models.current()).revision).toBe(1);
  });

  it('is changed by developers only', async () => {
    const editor = await workspace().signIn(1);
    expect((await workspace().change(editor, { kind: 'remove_field', field: 'f_phone' })).status).toBe(403);
  });

  it('fits its own published schema, and a broken one does not', async () => {
    const { body: schema } = await workspace().get<JsonObject>('/api/studio/model/schema', developer);
    const { body } = await workspace().get<ModelAnswer>('/api/studio/model', developer);
    const validate = addFormats.default(new Ajv2020({ strict: false })).compile(schema);
    expect(validate(body.document)).toBeTrue();
    expect(validate({ ...body.document, groups: [{ id: 'g_x' }] })).toBeFalse();
  });

  it('tells what each group reaches', async () => {
    const editor = await workspace().signIn(1);
    await workspace().createHut(editor);
    await workspace().createHut(editor, {}, { title: 'Draft hut', status: 'draft' });
    await changeFrom(1, {
      kind: 'set_group',
      group: 'g_ski',
      patch: {
        appearsOn: {
          kind: 'all',
          conditions: [
            { kind: 'property', property: 'type', operator: 'is', value: 't_hut' },
            { kind: 'property', property: 'status', operator: 'is', value: 'draft' },
          ],
        },
      },
    });
    const { body } = await workspace().get<CountsAnswer>('/api/studio/model/counts', developer);
    expect(body.types['t_hut']).toBe(2);
    expect(body.groups['g_hut']?.count).toBe(2);
    expect(body.groups['g_ski']).toEqual(jasmine.objectContaining({ count: 1, examples: ['Draft hut'] }));
    expect(body.groups['g_warden']).toEqual(jasmine.objectContaining({ count: 0, examples: [] }));
  });

  it('tells how much of a group is filled; what is hidden is not asked for', async () => {
    const editor = await workspace().signIn(1);
    await workspace().createHut(editor, { f_phone: '12345', f_winter_room: true, f_winter_code: 'VM-1' });
    await workspace().createHut(
      editor,
      { f_prices: [{ id: 'r_1', values: { f_price_guest: 'A' } }] },
      { title: 'B' },
    );
    const { body } = await workspace().get<FillAnswer>('/api/studio/model/fill/g_hut', developer);
    expect(body.entries).toBe(2);
    expect(body.fields['f_phone']).toEqual({ filled: 1, of: 2 });
    expect(body.fields['f_winter_code']).toEqual({ filled: 1, of: 1 });
    expect(body.fields['f_price_note']).toEqual({ filled: 0, of: 1 });
    expect((await workspace().get('/api/studio/model/fill/g_none', developer)).status).toBe(404);
  });

  it('goes back to an earlier revision as a new one, and loses nothing', async () => {
    const before = (await workspace().get<ModelAnswer>('/api/studio/model', developer)).body.document;
    for (let step = 1; step <= 22; step += 1) await changeFrom(step, rename('f_altitude', `Label ${step}`));
    await changeFrom(23, { kind: 'remove_field', field: 'f_prices' });
    await changeFrom(24, { kind: 'remove_content_type', contentType: 't_route' });
    const restore = (revision: number) =>
      workspace().send<ModelAnswer & Refusal>('POST', '/api/studio/model/restore', { revision }, developer);
    const answer = await restore(1);
    expect([answer.status, answer.body.revision]).toEqual([200, 26]);
    expect<unknown>(answer.body.document).toEqual(before);
    const labelAt22 = (await restore(22)).body.document.groups[0]?.fields.find(
      ({ id }) => id === 'f_altitude',
    )?.label;
    expect(labelAt22).toBe('Label 21');
    expect((await restore(99)).status).toBe(404);
    expect((await restore(27)).status).toBe(422);
  });

  it('tells every change of a revision in words', async () => {
    await changeFrom(1, rename('f_altitude', 'Height'), {
      kind: 'set_field',
      field: 'f_altitude',
      patch: { required: false },
    });
    const { body } = await workspace().get<RevisionAnswer>('/api/studio/model/history/2', developer);
    expect(body.changes).toEqual(['Changed label of “Altitude”', 'Changed required of “Height”']);
    expect((await workspace().get('/api/studio/model/history/9', developer)).status).toBe(404);
  });

  it('takes changes once that are sent twice, and knows what is one’s own', async () => {
    const developer = await workspace().signIn();
    const send = (key: string, baseRevision: number, label: string, ownRevisions: readonly number[] = []) =>
      workspace().request<{ revision: number; own: number; detail: string }>('/api/studio/model/changes', {
        method: 'POST',
        headers: { cookie: developer, 'content-type': 'application/json', 'idempotency-key': key },
        body: JSON.stringify({
          baseRevision,
          ownRevisions,
          changes: [{ kind: 'set_field', field: 'f_altitude', patch: { label } }],
        }),
      });
    const twice = await Promise.all([send('a', 1, 'Height'), send('a', 1, 'Height')]);
    expect(twice.map(({ status, body }) => [status, body.revision, body.own])).toEqual([
      [200, 2, 2],
      [200, 2, 2],
    ]);
    // A second change that was made before the first was acknowledged collides with others' changes alone.
    expect((await send('b', 1, 'Elevation')).status).toBe(409);
    expect((await send('c', 1, 'Elevation', [2])).body).toEqual(jasmine.objectContaining({ own: 3 }));
  });

  it('takes one group back and leaves the others, after saying what changes', async () => {
    const developer = await workspace().signIn();
    const rename = (field: string, label: string) =>
      workspace().change(developer, { kind: 'set_field', field, patch: { label } });
    await rename('f_altitude', 'Height');
    await rename('f_years', 'Seasons');
    const request = { revision: 1, group: 'g_hut' };
    const plan = await workspace().send<{ changes: readonly string[] }>(
      'POST',
      '/api/studio/model/restore/plan',
      request,
      developer,
    );
    expect(plan.body.changes.length).toBe(1);
    expect((await workspace().send('POST', '/api/studio/model/restore', request, developer)).status).toBe(
      200,
    );
    const { model } = await workspace().services.models.current();
    expect([model.fields.get('f_altitude')?.label, model.fields.get('f_years')?.label]).toEqual([
      'Altitude',
      'Seasons',
    ]);
  });

  it('refuses addresses that belong to something else', async () => {
    const developer = await workspace().signIn();
    const move = (address: string) =>
      workspace().change(developer, { kind: 'set_content_type', contentType: 't_hut', patch: { address } });
    expect((await move('/api/huts/{slug}')).body.errors[0]?.code).toBe('address_reserved');
    const page = { type: 'page', title: 'Shelters', slug: 'shelters', status: 'draft' };
    await workspace().send('POST', '/api/studio/entries', page, developer);
    expect((await move('/shelters/{slug}')).body.errors[0]?.code).toBe('address_taken');
    const taken = { type: 'page', title: 'Huts', slug: 'huts', status: 'draft' };
    const refused = await workspace().send('POST', '/api/studio/entries', taken, developer);
    expect([refused.status, refused.body.errors?.[0]?.code]).toEqual([422, 'address_taken']);
  });

  it('goes back to a model of earlier times whatever is said of its settings, and can be changed on', async () => {
    const developer = await workspace().signIn();
    const { services } = workspace();
    const person: PersonSummary = {
      id: 'p_1',
      name: 'Ilse Varnholt',
      email: 'ilse@velmark.example',
      role: 'developer',
    };
    const { revision } = await services.models.current();
    const min: ModelChange = {
      kind: 'set_settings',
      field: 'f_altitude',
      set: { min: 9000, max: 1 },
      unset: [],
    };
    await changeModel(services, person, { baseRevision: revision, changes: [min] }, { goesBack: true });
    const help: ModelChange = { kind: 'set_field', field: 'f_altitude', patch: { help: 'At the door' } };
    expect((await workspace().change(developer, help)).status).toBe(200);
    const better: ModelChange = { ...min, set: { min: 0, max: 4000 } };
    expect((await workspace().change(developer, better)).status).toBe(200);
    const back = { revision: revision + 1 };
    const answer = await workspace().send('POST', '/api/studio/model/restore', back, developer);
    expect(answer.status).toBe(200);
  });

  it('records what another type of a field brings along', async () => {
    const developer = await workspace().signIn();
    const toText: ModelChange = { kind: 'set_field', field: 'f_altitude', patch: { kind: 'text' } };
    const answer = await workspace().change(developer, toText);
    expect(answer.status).toBe(200);
    const { revision, model } = await workspace().services.models.current();
    expect(await documentAt(workspace().services.database, revision)).toEqual(model.document);
    expect(Object.keys(model.fields.get('f_altitude')?.field.settings ?? {})).not.toContain('min');
  });

  it('writes rules and computed values anew where a key they name is renamed, and back with it', async () => {
    const settings = { expression: 'altitude * 2', result: 'number' };
    const twice = field({ id: 'f_twice', key: 'twice', label: 'Twice', kind: 'computed', settings });
    const rule = {
      id: 'r_high',
      expression: 'altitude > 0',
      message: 'Too low',
      severity: 'refuse',
      field: null,
    };
    await changeFrom(1, { kind: 'add_field', group: 'g_hut', parent: null, index: 0, field: twice });
    await changeFrom(2, { kind: 'set_group', group: 'g_hut', patch: { rules: [rule] } });
    const written = ({ document }: ModelAnswer): readonly unknown[] => [
      findField(document, 'f_twice')?.field.settings['expression'],
      document.groups.find(({ id }) => id === 'g_hut')?.rules[0]?.expression,
    ];
    const renameKey = (key: string) => ({ kind: 'set_field', field: 'f_altitude', patch: { key } });
    const renamed = await changeFrom(3, renameKey('height'));
    expect(written(renamed.body)).toEqual(['height * 2', 'height > 0']);
    const history = await workspace().get<HistoryAnswer>('/api/studio/model/history', developer);
    expect(history.body.revisions[0]?.summary).toBe(
      'Renamed the key of “Altitude” to height; Changed settings of “Twice”; Changed the rules of the group “Hut facts”',
    );
    expect(written((await changeFrom(4, renameKey('altitude'))).body)).toEqual([
      'altitude * 2',
      'altitude > 0',
    ]);
    const earlier = await documentAt(workspace().services.database, 4);
    expect(written({ revision: 4, document: earlier })).toEqual(['height * 2', 'height > 0']);
  });

  it('refuses a key with which an expression would be too long to be kept', async () => {
    const expression = `altitude > 0 /* ${'x'.repeat(1980)} */`;
    const rule = { id: 'r_long', expression, message: 'Too low', severity: 'refuse', field: null };
    await changeFrom(1, { kind: 'set_group', group: 'g_hut', patch: { rules: [rule] } });
    const renameKey = (key: string) =>
      changeFrom(2, { kind: 'set_field', field: 'f_altitude', patch: { key } });
    const refused = await renameKey('altitude_above_the_sea');
    expect(refused.status).toBe(422);
    expect((await renameKey('height')).status).toBe(200);
  });

  it('refuses settings that do not fit their field, by whatever way they come', async () => {
    const developer = await workspace().signIn();
    const bad = field({
      id: 'f_bad',
      key: 'bad',
      label: 'Altitude',
      kind: 'number',
      settings: { min: 10, max: 1 },
    });
    const ways: readonly ModelChange[] = [
      { kind: 'set_field', field: 'f_altitude', patch: { settings: { min: 'low' } } },
      { kind: 'set_settings', field: 'f_altitude', set: { nonsense: 1 }, unset: [] },
      { kind: 'add_field', group: 'g_hut', parent: null, index: 0, field: bad },
    ];
    for (const change of ways) {
      const refused = await workspace().change(developer, change);
      expect(refused.status).withContext(change.kind).toBe(422);
      expect(JSON.stringify(refused.body)).withContext(change.kind).toContain('Altitude');
    }
  });
});
