import type { EntryAnswer, ReadinessAnswer } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { field } from '@tovlet/core/model/document';
import { eachWithWorkspace } from '../testing/workspace';

describe('what stands in the way of publishing', () => {
  const workspace = eachWithWorkspace();
  let editor = '';
  let developer = '';
  beforeEach(async () => {
    editor = await workspace().signIn(1);
    developer = await workspace().signIn();
  });
  const draft = async (values: JsonObject, cookie = editor): Promise<EntryAnswer> => {
    const { status, body } = await workspace().createHut(cookie, values, { status: 'draft' });
    expect(status).withContext(JSON.stringify(body)).toBe(201);
    return body;
  };
  const ask = async (id: string, cookie = editor) =>
    workspace().get<ReadinessAnswer>(`/api/studio/entries/${id}/readiness`, cookie);
  const told = async (id: string, cookie = editor): Promise<readonly string[]> =>
    (await ask(id, cookie)).body.hindrances.map(({ issue, path }) => `${path.join('/')} ${issue.code}`);
  const publish = async ({ id, version, title, slug, values }: EntryAnswer): Promise<number> => {
    const body = { version, title, slug, status: 'published', values };
    return (await workspace().send('PUT', `/api/studio/entries/${id}`, body, editor)).status;
  };

  it('is nothing for a draft that can be published, and that can be', async () => {
    const entry = await draft({});
    expect(await told(entry.id)).toEqual([]);
    expect(await publish(entry)).toBe(200);
  });

  it('is everything at once: values, what is gone, and what another entry has', async () => {
    const email = field({
      id: 'f_only',
      key: 'only',
      label: 'Only',
      kind: 'text',
      unique: true,
      filterable: true,
    });
    await workspace().change(developer, {
      kind: 'add_field',
      group: 'g_hut',
      parent: null,
      index: 0,
      field: email,
    });
    const other = await workspace().createHut(editor, { f_only: 'x' }, { title: 'Stone Hut' });
    expect(other.status).toBe(201);
    const entry = await draft({ f_altitude: null, f_wardens: ['e_gone'], f_only: 'x' });
    expect((await told(entry.id)).toSorted()).toEqual([
      'f_altitude required',
      'f_only taken',
      'f_wardens no_such_entry',
    ]);
    expect(await publish(entry)).toBe(422);
  });

  it('tells editors nothing of fields that they may not see', async () => {
    const hidden = field({
      id: 'f_note',
      key: 'note',
      label: 'Quartz',
      kind: 'text',
      required: true,
      editors: 'nothing',
    });
    await workspace().change(developer, {
      kind: 'add_field',
      group: 'g_hut',
      parent: null,
      index: 0,
      field: hidden,
    });
    const { id } = await draft({});
    expect(await told(id)).toEqual([' for_developers']);
    expect(JSON.stringify((await ask(id)).body)).not.toContain('Quartz');
    expect(await told(id, developer)).toEqual(['f_note required']);
  });

  it('is asked of entries that are there, by people who are signed in', async () => {
    expect((await ask('e_none')).status).toBe(404);
    expect((await ask((await draft({})).id, '')).status).toBe(401);
  });
});
