import type {
  CommentsAnswer,
  EntryAnswer,
  OverviewAnswer,
  ThreadAnswer,
} from '@tovlet/core/contracts/studio';
import { letter } from '../../db/schema';
import { dailyRound } from '../../jobs/daily_round/daily-round';
import { sql } from 'drizzle-orm';
import { eachWithWorkspace, type Refusal } from '../../testing/workspace';

describe('comments', () => {
  const workspace = eachWithWorkspace();
  let developer = '';
  let editor = '';
  let reader = '';
  let hut: EntryAnswer;
  const EDITOR = 'p_demo_editor';
  beforeEach(async () => {
    [developer, editor, reader] = [
      await workspace().signIn(),
      await workspace().signIn(1),
      await workspace().signIn(3),
    ];
    hut = (await workspace().createHut(developer)).body;
  });

  const at = (rest = ''): string => `/api/studio/entries/${hut.id}/comments${rest}`;
  const say = (cookie: string, body: object) =>
    workspace().send<CommentsAnswer & Refusal>('POST', at(), body, cookie);
  const threads = async (cookie = editor): Promise<readonly ThreadAnswer[]> =>
    (await workspace().get<CommentsAnswer>(at(), cookie)).body.threads;
  const idOf = async (): Promise<string> => (await threads(developer)).at(-1)?.id ?? '';
  const letters = () => workspace().services.database.select().from(letter);
  const waiting = async (cookie: string) =>
    (await workspace().get<OverviewAnswer>('/api/studio/entries/overview', cookie)).body.comments;
  const hideAltitude = () =>
    workspace().change(developer, {
      kind: 'set_field',
      field: 'f_altitude',
      patch: { editors: 'nothing' },
    } as const);

  it('are said of a field, answered, resolved and opened again by an answer', async () => {
    const { status, body } = await say(editor, { path: ['f_altitude'], text: 'Is this measured?' });
    expect(status).withContext(JSON.stringify(body)).toBe(201);
    const thread = await idOf();
    await say(reader, { thread, text: 'From the map.' });
    const [first] = await threads();
    expect(first?.path).toEqual(['f_altitude']);
    expect(first?.comments.map(({ text, authorName }) => [authorName, text])).toEqual([
      ['Tobrin Kestling', 'Is this measured?'],
      ['Orwin Stonewick', 'From the map.'],
    ]);
    await workspace().send('PUT', at(`/${thread}/resolved`), { resolved: true }, reader);
    expect((await threads())[0]?.resolved?.by).toBe('Orwin Stonewick');
    await say(editor, { thread, text: 'Which map?' });
    expect((await threads())[0]?.resolved).toBeNull();
  });

  it('are changed and deleted by who wrote them, and deleted by developers', async () => {
    await say(editor, { text: 'Frist' });
    const id = await idOf();
    const change = (cookie: string) =>
      workspace().send<Refusal>('PUT', at(`/${id}`), { text: 'First' }, cookie);
    const remove = (cookie: string) => workspace().send<Refusal>('DELETE', at(`/${id}`), undefined, cookie);
    expect([(await change(reader)).status, (await change(developer)).status]).toEqual([403, 403]);
    expect((await change(editor)).status).toBe(200);
    expect((await threads())[0]?.comments[0]).toEqual(
      jasmine.objectContaining({ text: 'First', changedAt: jasmine.any(String) }),
    );
    expect((await remove(reader)).status).toBe(403);
    await say(reader, { thread: id, text: 'An answer' });
    // What others answered is not deleted with it.
    expect((await remove(editor)).status).toBe(409);
    expect((await remove(developer)).status).toBe(200);
    expect(await threads()).toEqual([]);
  });

  it('tell by letter who is named, once, and not who names themselves', async () => {
    await say(developer, { path: ['f_altitude'], text: '@Tobrin Kestling, please look', mentions: [EDITOR] });
    expect(await letters()).toEqual([
      jasmine.objectContaining({
        toName: 'Tobrin Kestling',
        body: '@Tobrin Kestling, please look',
        link: `/content/hut/${hut.id}`,
      }),
    ]);
    expect((await letters())[0]?.subject).toContain('Altitude');
    const id = await idOf();
    await workspace().send(
      'PUT',
      at(`/${id}`),
      { text: '@Tobrin Kestling, look', mentions: [EDITOR] },
      developer,
    );
    await say(editor, { thread: id, text: 'I, @Tobrin Kestling, did', mentions: [EDITOR] });
    expect((await letters()).length).toBe(1);
  });

  it('name nobody who is not there, or may not see the field', async () => {
    expect((await say(editor, { text: '@Nobody', mentions: ['p_nobody'] })).status).toBe(422);
    await hideAltitude();
    const blind = await say(developer, { path: ['f_altitude'], text: '@Tobrin', mentions: [EDITOR] });
    expect([blind.status, blind.body.detail]).toEqual([422, jasmine.stringContaining('Tobrin Kestling')]);
    expect([await letters(), await threads(developer)]).toEqual([[], []]);
  });

  it('about a field that an editor may not see are neither read nor answered by one', async () => {
    await say(editor, { path: ['f_altitude'], text: 'Seen by all' });
    await say(developer, { text: 'Of the whole hut' });
    const [first] = await threads();
    await hideAltitude();
    expect((await threads()).map(({ comments }) => comments[0]?.text)).toEqual(['Of the whole hut']);
    expect((await threads(developer)).length).toBe(2);
    const id = first?.id ?? '';
    const refused = [
      await say(editor, { thread: id, text: 'And I?' }),
      await workspace().send('PUT', at(`/${id}`), { text: 'Changed' }, editor),
      await workspace().send('PUT', at(`/${id}/resolved`), { resolved: true }, editor),
      await workspace().send('DELETE', at(`/${id}`), undefined, editor),
    ];
    expect(refused.map(({ status }) => status)).toEqual([404, 404, 404, 404]);
    expect((await say(editor, { path: ['f_altitude'], text: 'New' })).status).toBe(422);
    await say(developer, { thread: id, text: 'An answer' });
    expect((await waiting(editor)).total).toBe(0);
  });

  it('of a field that is gone are read by developers alone', async () => {
    await say(editor, { path: ['f_altitude'], text: 'Of the altitude' });
    await workspace().change(developer, { kind: 'remove_field', field: 'f_altitude' });
    expect([(await threads()).length, (await threads(developer)).length]).toEqual([0, 1]);
  });

  it('wait for who made the entry, is named or has spoken, until they speak', async () => {
    await say(editor, { path: ['f_altitude'], text: 'Is this measured?' });
    const thread = await idOf();
    expect([(await waiting(developer)).total, (await waiting(editor)).total]).toEqual([1, 0]);
    expect((await waiting(developer)).lines[0]).toEqual(
      jasmine.objectContaining({ id: hut.id, thread, text: 'Is this measured?', saidBy: 'Tobrin Kestling' }),
    );
    await say(developer, { thread, text: 'By me.' });
    expect([(await waiting(developer)).total, (await waiting(editor)).total]).toEqual([0, 1]);
    await workspace().send('PUT', at(`/${thread}/resolved`), { resolved: true }, developer);
    expect((await waiting(editor)).total).toBe(0);
    expect((await waiting(reader)).total).toBe(0);
    await say(developer, { text: '@Orwin Stonewick?', mentions: ['p_demo_reader'] });
    expect((await waiting(reader)).total).toBe(1);
  });

  it('are said once when a request comes again', async () => {
    const headers = { cookie: editor, 'content-type': 'application/json', 'idempotency-key': 'once' };
    for (const method of ['POST', 'POST'])
      await workspace().request(at(), { method, headers, body: JSON.stringify({ text: 'Once' }) });
    expect((await threads()).length).toBe(1);
  });

  it('are refused where they are empty, too long or about nothing that is there', async () => {
    const wrong = [
      { text: '  ' },
      { text: 'x'.repeat(4_001) },
      { text: 'x', path: ['f_none'] },
      { text: 'x', path: ['f_altitude', 'nothing'] },
    ];
    for (const body of wrong)
      expect((await say(editor, body)).status)
        .withContext(JSON.stringify(body))
        .toBe(422);
    expect((await say(editor, { text: 'x', thread: 'q_none' })).status).toBe(404);
    const path = '/api/studio/entries/e_none/comments';
    expect((await workspace().send('POST', path, { text: 'x' }, editor)).status).toBe(404);
    expect((await workspace().send('POST', at(), { text: 'x' }, '')).status).toBe(401);
    expect(await threads()).toEqual([]);
  });

  it('hold any text as it was written', async () => {
    const text = '<script>alert(1)</script> 👩‍🌾 \u202e"\'\n{{ 7 * 7 }}';
    await say(editor, { text });
    expect((await threads())[0]?.comments[0]?.text).toBe(text);
    // What no database can hold is refused, not lost in an error.
    expect((await say(editor, { text: 'a\u0000b' })).status).toBeLessThan(500);
  });

  it('go into the bin with their entry, and come back with it', async () => {
    await say(editor, { path: ['f_altitude'], text: 'Still here?' });
    const before = await threads();
    await workspace().send('DELETE', `/api/studio/entries/${hut.id}?version=1`, {}, editor);
    expect(await threads()).toEqual([]);
    await workspace().send('POST', `/api/studio/bin/entry/${hut.id}/restore`, {}, editor);
    expect(await threads()).toEqual([...before]);
  });

  it('are told to open workbenches', async () => {
    const told: unknown[] = [];
    const end = workspace().services.events.subscribe(({ event }) => told.push(event));
    await say(editor, { text: 'Hello' });
    end();
    expect(told).toEqual([{ kind: 'comments', id: hut.id }]);
  });

  it('show their letters to developers, who find what was written, not what it could do', async () => {
    const page = (cookie: string) => workspace().app.request('/standins/mail', { headers: { cookie } });
    expect(await (await page(developer)).text()).toContain('No letters yet');
    await say(developer, { text: '<b>@Tobrin</b>', mentions: [EDITOR] });
    const text = await (await page(developer)).text();
    expect(text).toContain('&lt;b&gt;@Tobrin&lt;/b&gt;');
    expect([(await page(editor)).status, (await page('')).status]).toEqual([403, 401]);
  });

  it('leave letters for ninety days', async () => {
    await say(developer, { text: '@Tobrin', mentions: [EDITOR] });
    await workspace()
      .services.database.update(letter)
      .set({ createdAt: sql`now() - interval '91 days'` });
    await workspace().services.jobs.send(dailyRound, {});
    await workspace().doJobs();
    expect(await letters()).toEqual([]);
  });
});
