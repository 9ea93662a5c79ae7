import type { ProfileAnswer } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { term } from '../db/schema';
import { insertEntries } from '../demo/load';
import { eachWithWorkspace, type Answer, type Refusal } from '../testing/workspace';

describe('the profile of a field', () => {
  const workspace = eachWithWorkspace();
  let developer = '';
  beforeEach(async () => {
    developer = await workspace().signIn();
  });
  const ask = (field: string, query = '', cookie = developer): Promise<Answer<ProfileAnswer & Refusal>> =>
    workspace().get(`/api/studio/model/profile/${field}${query}`, cookie);
  const create = async (values: JsonObject, type = 'hut', title = 'Larch'): Promise<string> => {
    const body = { type, title, status: 'draft', values };
    return (await workspace().send<{ id: string }>('POST', '/api/studio/entries', body, developer)).body.id;
  };

  it('looks at every entry the group appears on, and counts hidden values apart', async () => {
    for (const altitude of [900, 1500, 3100]) await create({ f_altitude: altitude, f_winter_room: false });
    await create({ f_notice_text: 'Closed' }, 'post');
    const { body } = await ask('f_altitude');
    expect([body.looked, body.of, body.profile.filled, body.profile.scale?.most]).toEqual([3, 3, 3, 3100]);
  });

  it('names what references refer to, and says what is missing', async () => {
    const warden = await create({}, 'warden', 'Maravel');
    await create({ f_wardens: [warden] });
    await create({ f_wardens: [warden] });
    expect((await ask('f_wardens')).body.profile.words).toEqual([{ word: 'Maravel', count: 2 }]);
  });

  it('looks at terms where the group appears on them', async () => {
    const made = { id: 'n_north', taxonomyId: 'y_area', slug: 'north', label: 'North', position: 0 };
    await workspace()
      .services.database.insert(term)
      .values({ ...made, values: { f_area_about: 'Wide' } });
    const { body } = await ask('f_area_about');
    expect([body.looked, body.of, body.profile.places]).toEqual([1, 1, 1]);
  });

  it('looks at all of many entries when asked to', async () => {
    const entries = Array.from({ length: 620 }, (_, at) => ({
      id: `e_many${at}`,
      typeId: 't_hut',
      title: `Hut ${at}`,
      slug: `hut-${at}`,
      status: 'published' as const,
      values: { f_altitude: 1000 + at },
      picture: null,
    }));
    await insertEntries(workspace().services.database, entries);
    const { body } = await ask('f_altitude', '?all=true');
    expect([body.looked, body.of, body.profile.distinct]).toEqual([620, 620, 620]);
  });

  it('is for developers, of fields that are there', async () => {
    expect((await ask('f_none')).status).toBe(404);
    expect((await ask('f_altitude', '?all=perhaps')).status).toBe(400);
    expect((await ask('f_altitude', '', await workspace().signIn(1))).status).toBe(403);
  });
});
