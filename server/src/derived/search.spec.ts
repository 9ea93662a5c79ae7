import type { EntryListAnswer } from '@tovlet/core/contracts/studio';
import { sql } from 'drizzle-orm';
import { eachWithWorkspace } from '../testing/workspace';
import { selectRows } from '../db/connect';

describe('the words entries are found by', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });
  const found = async (search: string): Promise<readonly string[]> => {
    const path = `/api/studio/entries?type=hut&search=${encodeURIComponent(search)}`;
    return (await workspace().get<EntryListAnswer>(path, developer)).body.items.map(({ title }) => title);
  };
  const searchTitles = async (search: string): Promise<readonly string[]> => {
    const path = `/api/studio/entries/search?q=${encodeURIComponent(search)}`;
    const { body } = await workspace().get<readonly { title: string }[]>(path, developer);
    return body.map(({ title }) => title);
  };
  const setField = (field: string, patch: object) =>
    workspace().change(developer, { kind: 'set_field', field, patch });
  const kept = () =>
    selectRows(workspace().services.database, sql`SELECT entry_id FROM entry_search ORDER BY entry_id`);

  it('follow what is saved, in the list and where entries are picked', async () => {
    const { body } = await workspace().createHut(developer, { f_phone: '+00 512 44' });
    await workspace().createHut(developer, {}, { title: 'Birch Hut' });
    expect([await found('512'), await searchTitles('512')]).toEqual([['Larch Hut'], ['Larch Hut']]);
    expect([await found('hut'), await found('5%2')]).toEqual([['Birch Hut', 'Larch Hut'], []]);
    const { version, title, slug, status, values } = body;
    const saved = { version, title, slug, status, values: { ...values, f_phone: '+00 777' } };
    await workspace().send('PUT', `/api/studio/entries/${body.id}`, saved, developer);
    expect([await found('512'), await found('777')]).toEqual([[], ['Larch Hut']]);
  });

  it('follow the model: fields that become searchable, hide, and cease to be', async () => {
    await workspace().createHut(developer, { f_phone: '51234', f_email: 'stove@larch.example' });
    expect(await found('stove')).toEqual([]);
    await setField('f_email', { searchable: true });
    expect(await found('stove')).toEqual(['Larch Hut']);
    await setField('f_email', { shownWhen: { kind: 'field', field: 'f_winter_room', operator: 'is_on' } });
    expect([await found('stove'), await found('512')]).toEqual([[], ['Larch Hut']]);
  });

  it('are forgotten with the last searchable field', async () => {
    await workspace().createHut(developer, { f_phone: '51234' });
    expect(await kept()).toHaveSize(1);
    for (const field of ['f_phone', 'f_bus_stop']) await setField(field, { searchable: false });
    expect([await kept(), await found('512')]).toEqual([[], []]);
  });
});
