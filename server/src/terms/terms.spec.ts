import type { EntryAnswer, TermAnswer } from '@tovlet/core/contracts/studio';
import { field, plainGroup } from '@tovlet/core/model/document';
import { eachWithWorkspace, type Refusal } from '../testing/workspace';

describe('terms', () => {
  const workspace = eachWithWorkspace();
  let editor = '';
  beforeEach(async () => {
    editor = await workspace().signIn(1);
  });
  const add = async (label: string, parent: string | null = null, taxonomy = 'y_area') =>
    (
      await workspace().send<TermAnswer & Refusal>(
        'POST',
        '/api/studio/terms',
        { taxonomy, label, parent },
        editor,
      )
    ).body;
  const list = async (taxonomy = 'y_area'): Promise<readonly TermAnswer[]> =>
    (await workspace().get<readonly TermAnswer[]>(`/api/studio/terms?taxonomy=${taxonomy}`, editor)).body;
  const send = (id: string, verb: string, body: object) =>
    workspace().send<Refusal>('POST', `/api/studio/terms/${id}/${verb}`, body, editor);
  const labels = async (): Promise<readonly string[]> => (await list()).map(({ label }) => label);
  const hutWith = async (values: object, title: string): Promise<EntryAnswer> =>
    (await workspace().createHut(editor, { ...values }, { title })).body;

  it('are added at the end with a slug of their own, and renamed', async () => {
    const [north, again] = [await add('North'), await add('North!')];
    expect([north.slug, again.slug]).toEqual(['north', 'north-2']);
    const { version } = north;
    const renamed = { version, label: 'Far north', slug: 'far-north', values: {} };
    await workspace().send('PUT', `/api/studio/terms/${north.id}`, renamed, editor);
    expect(await labels()).toEqual(['Far north', 'North!']);
    const late = await workspace().send('PUT', `/api/studio/terms/${north.id}`, renamed, editor);
    expect(late.status).toBe(409);
    const taken = { version: again.version, label: 'North', slug: 'far-north', values: {} };
    expect((await workspace().send('PUT', `/api/studio/terms/${again.id}`, taken, editor)).status).toBe(422);
  });

  it('beside one another have unlike labels', async () => {
    const north = await add('North');
    const same = { taxonomy: 'y_area', label: ' NORTH' };
    const refused = await workspace().send('POST', '/api/studio/terms', same, editor);
    expect([refused.status, refused.body.errors?.[0]?.code]).toEqual([422, 'label_taken']);
    const below = await workspace().send<TermAnswer>(
      'POST',
      '/api/studio/terms',
      { ...same, parent: north.id },
      editor,
    );
    expect(below.status).toBe(201);
    const moved = await workspace().send(
      'POST',
      `/api/studio/terms/${below.body.id}/move`,
      { parent: null, before: null },
      editor,
    );
    expect(moved.status).toBe(422);
  });

  it('that several people add at once all get a slug', async () => {
    const labelsNow = ['South', 'South!', 'South?', 'South.', 'South,'];
    const added = await Promise.all(labelsNow.map((label) => add(label)));
    expect(new Set(added.map(({ slug }) => slug)).size).toBe(5);
  });

  it('move among their siblings and in the tree, never below themselves', async () => {
    const [a, b, c] = [await add('A'), await add('B'), await add('C')];
    await send(c.id, 'move', { parent: null, before: a.id });
    expect(await labels()).toEqual(['C', 'A', 'B']);
    await send(b.id, 'move', { parent: a.id, before: null });
    expect((await send(a.id, 'move', { parent: b.id, before: null })).status).toBe(422);
    const flat = [await add('Stove', null, 'y_facility'), await add('Spring', null, 'y_facility')] as const;
    expect((await send(flat[0].id, 'move', { parent: flat[1].id, before: null })).status).toBe(422);
  });

  it('are counted, merged with their entries, and removed from them', async () => {
    const [stove, oven] = [await add('Stove', null, 'y_facility'), await add('Oven', null, 'y_facility')];
    const larch = await hutWith({ f_y_facility: [stove.id, oven.id] }, 'Larch Hut');
    const birch = await hutWith({ f_y_facility: [oven.id] }, 'Birch Hut');
    const counts = async () => (await list('y_facility')).map(({ label, entries }) => `${label} ${entries}`);
    expect(await counts()).toEqual(['Stove 1', 'Oven 2']);
    await send(oven.id, 'merge', { into: stove.id });
    expect(await counts()).toEqual(['Stove 2']);
    const values = async (id: string): Promise<unknown> =>
      (await workspace().get<EntryAnswer>(`/api/studio/entries/${id}`, editor)).body.values['f_y_facility'];
    expect(await values(larch.id)).toEqual([stove.id]);
    expect(await values(birch.id)).toEqual([stove.id]);
    await workspace().send('DELETE', `/api/studio/terms/${stove.id}`, undefined, editor);
    expect(await values(birch.id)).toBeUndefined();
  });

  it('are delivered with their entries, filtered by, and refused when they are of another taxonomy', async () => {
    const [north, stove] = [await add('North'), await add('Stove', null, 'y_facility')];
    await hutWith({ f_y_area: north.id, f_y_facility: [stove.id] }, 'Larch Hut');
    const { body } = await workspace().get<{ data: { area: object; facilities: object[] }[] }>(
      `/api/content/v1/huts?fields=area,facilities&filter[facilities][has]=${stove.id}`,
    );
    expect(body.data).toEqual([
      {
        area: {
          id: north.id,
          taxonomy: 'area',
          slug: 'north',
          label: 'North',
          parent: null,
          url: '/site/areas/north',
        },
        facilities: [
          {
            id: stove.id,
            taxonomy: 'facility',
            slug: 'stove',
            label: 'Stove',
            parent: null,
            url: '/site/facilities/stove',
          },
        ],
      },
    ]);
    const wrong = await workspace().createHut(editor, { f_y_area: stove.id });
    expect(wrong.body.errors.map(({ code }) => code)).toEqual(['no_such_term']);
  });

  it('that were removed or merged are brought back, with what stood below them and the entries that had them', async () => {
    const [north, south] = [await add('North'), await add('South')];
    const [below, stove, oven] = [
      await add('Far north', north.id),
      await add('Stove', null, 'y_facility'),
      await add('Oven', null, 'y_facility'),
    ];
    const hut = await hutWith({ f_y_area: north.id, f_y_facility: [stove.id, oven.id] }, 'Larch');
    const values = async (): Promise<readonly unknown[]> => {
      const { body } = await workspace().get<EntryAnswer>(`/api/studio/entries/${hut.id}`, editor);
      return [body.values['f_y_area'] ?? null, body.values['f_y_facility'] ?? null];
    };
    await workspace().send('DELETE', `/api/studio/terms/${north.id}`, undefined, editor);
    expect(await values()).toEqual([null, [stove.id, oven.id]]);
    expect((await send(north.id, 'bring-back', {})).status).toBe(200);
    expect(await values()).toEqual([north.id, [stove.id, oven.id]]);
    expect((await list()).find(({ id }) => id === below.id)?.parent).toBe(north.id);
    await send(stove.id, 'merge', { into: oven.id });
    expect(await values()).toEqual([north.id, [oven.id]]);
    await send(stove.id, 'bring-back', {});
    expect(await values()).toEqual([north.id, [stove.id, oven.id]]);
    expect((await send(south.id, 'bring-back', {})).status).toBe(404);
  });

  it('decide where a group appears, the terms above them included, also after the tree has changed', async () => {
    const developer = await workspace().signIn();
    const [range, valley] = [await add('Range'), await add('Valley')];
    await workspace().change(developer, {
      kind: 'add_group',
      group: {
        ...plainGroup,
        id: 'g_range',
        key: 'range',
        label: 'Range',
        appearsOn: {
          kind: 'all',
          conditions: [
            { kind: 'property', property: 'type', operator: 'is', value: 't_hut' },
            { kind: 'property', property: 'term', operator: 'contains', value: range.id },
          ],
        },
        fields: [field({ id: 'f_snow', key: 'snow', label: 'Snow', kind: 'number', filterable: true })],
      },
    });
    await hutWith({ f_y_area: valley.id, f_snow: 3 }, 'Larch Hut');
    const found = async (): Promise<number> => {
      await workspace().doJobs();
      const address = '/api/content/v1/huts?filter[snow][eq]=3';
      return (await workspace().get<{ data: object[] }>(address)).body.data.length;
    };
    expect(await found()).toBe(0);
    await send(valley.id, 'move', { parent: range.id, before: null });
    expect(await found()).toBe(1);
  });

  it('have values by the groups that appear on them', async () => {
    const north = await add('North');
    const save = (values: object) =>
      workspace().send<TermAnswer & Refusal>(
        'PUT',
        `/api/studio/terms/${north.id}`,
        { version: north.version, label: 'North', slug: 'north', values },
        editor,
      );
    expect((await save({ about: 'x'.repeat(500) })).body.errors[0]?.code).toBe('too_long');
    expect<unknown>((await save({ about: 'High and windy.' })).body.values).toEqual({
      f_area_about: 'High and windy.',
    });
  });

  it('are changed by editors only', async () => {
    const reader = await workspace().signIn(3);
    const term = { taxonomy: 'y_area', label: 'North' };
    expect((await workspace().send('POST', '/api/studio/terms', term, reader)).status).toBe(403);
    expect((await workspace().send('POST', '/api/studio/terms', term, '')).status).toBe(401);
  });
});
