import { parse } from 'csv-parse/sync';
import { demoEntries } from '@tovlet/demo';
import exceljs from 'exceljs';
import { insertEntries } from '../../demo/load';
import { rebuild } from '../../derived/refill';
import { eachWithWorkspace } from '../../testing/workspace';

describe('a list as a file', () => {
  const workspace = eachWithWorkspace();
  let editor: string;
  beforeEach(async () => {
    editor = await workspace().signIn(1);
    for (const [title, altitude] of [
      ['=Larch, "the" hut', 2080],
      ['Stone\nHut', 1700],
    ] as const)
      await workspace().createHut(editor, { f_altitude: altitude }, { title });
  });

  const file = async (query: string): Promise<Response> =>
    workspace().app.request(`/api/studio/entries/export?type=hut&${query}`, { headers: { cookie: editor } });
  const columns = 'columns=f_altitude,f_winter_room,slug,f_wardens/f_years&sort=f_altitude';

  it('is a table that others read: texts as they are, but for formulas, in the order of the list', async () => {
    const answer = await file(`format=csv&${columns}`);
    expect(answer.headers.get('content-disposition')).toBe('attachment; filename="huts.csv"');
    const rows: string[][] = parse(await answer.text(), { bom: true });
    expect(rows[0]).toEqual(['id', 'title', 'slug', 'altitude', 'winter_room', 'wardens.years']);
    expect(rows.slice(1).map(([, title, , altitude]) => [title, altitude])).toEqual([
      ['Stone\nHut', '1700'],
      [`'=Larch, "the" hut`, '2080'],
    ]);
  });

  it('is a sheet whose numbers are numbers, and whose texts are no formulas', async () => {
    const workbook = new exceljs.Workbook();
    await workbook.xlsx.load(await (await file(`format=xlsx&${columns}`)).arrayBuffer());
    const sheet = workbook.getWorksheet('Huts');
    expect(sheet?.getCell('D2').value).toBe(1700);
    expect(sheet?.getCell('B3').value).toBe('=Larch, "the" hut');
    expect(sheet?.rowCount).toBe(3);
  });

  it('is an object a line, with values as they are', async () => {
    const lines = (await (await file(`format=jsonl&${columns}`)).text()).trim().split('\n');
    expect(JSON.parse(lines[0] ?? '')).toEqual(
      jasmine.objectContaining({
        title: 'Stone\nHut',
        altitude: 1700,
        winter_room: null,
        'wardens.years': [],
      }),
    );
  });

  it('holds all that is found, and nothing else', async () => {
    const { services } = workspace();
    const many = demoEntries(1200).filter(({ typeId }) => typeId === 't_hut');
    await insertEntries(services.database, many);
    const { model } = await services.models.current();
    const type = model.typeById.get('t_hut');
    if (type) await rebuild(services.database, model, type);
    const lines = (await (await file('format=jsonl')).text()).trim().split('\n');
    expect(new Set(lines).size).toBe(many.length + 2);
    expect((await (await file('format=jsonl&search=Stone')).text()).trim().split('\n').length).toBe(1);
  });

  it('is refused where it does not fit, and for who is not signed in', async () => {
    for (const query of [
      'format=pdf',
      'format=csv&columns=f_gone',
      'format=csv&filter={',
      'format=csv&offset=1',
    ])
      expect((await file(query)).status)
        .withContext(query)
        .toBe(400);
    expect((await workspace().get('/api/studio/entries/export?type=hut&format=csv')).status).toBe(401);
  });
});
