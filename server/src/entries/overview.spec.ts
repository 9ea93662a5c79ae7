import type { EntryAnswer, OpenedEntry, OverviewAnswer } from '@tovlet/core/contracts/studio';
import { eachWithWorkspace } from '../testing/workspace';

describe('the overview of entries', () => {
  const workspace = eachWithWorkspace();
  const of = async (cookie: string): Promise<OverviewAnswer> =>
    (await workspace().get<OverviewAnswer>('/api/studio/entries/overview', cookie)).body;
  const titles = (lines: readonly { readonly title: string }[]) => lines.map(({ title }) => title);

  it('is empty where there is nothing', async () => {
    const none = { lines: [], total: 0 };
    expect(await of(await workspace().signIn(1))).toEqual({
      mine: [],
      others: [],
      drafts: none,
      copies: none,
      plans: none,
      comments: none,
    });
  });

  it('tells one what is theirs, what others did, and what is not done yet', async () => {
    const [tobrin, sunniva] = [await workspace().signIn(1), await workspace().signIn(2)];
    const larch = (await workspace().createHut(tobrin, {}, { title: 'Larch Hut', status: 'draft' })).body;
    const stone = (await workspace().createHut(sunniva, {}, { title: 'Stone Hut' })).body;
    const { version, title, slug, values } = stone;
    const copy = {
      mark: null,
      base: version,
      title,
      slug,
      parent: null,
      template: null,
      values: { ...values, f_altitude: 1 },
    };
    const kept = await workspace().send('PUT', `/api/studio/entries/${stone.id}/copy`, copy, tobrin);
    expect(kept.status).withContext(JSON.stringify(kept.body)).toBe(200);
    const at = { wallTime: '2199-05-01T06:00' };
    const planned = await workspace().send(
      'PUT',
      `/api/studio/entries/${larch.id}/schedule/publish`,
      at,
      tobrin,
    );
    expect(planned.status).withContext(JSON.stringify(planned.body)).toBe(200);

    const mine = await of(tobrin);
    expect(titles(mine.mine)).toEqual(['Larch Hut']);
    expect(titles(mine.others)).toEqual(['Stone Hut']);
    expect([mine.drafts.total, titles(mine.drafts.lines)]).toEqual([1, ['Larch Hut']]);
    expect(mine.copies.lines.map((line) => [line.title, line.typedBy])).toEqual([
      ['Stone Hut', 'Tobrin Kestling'],
    ]);
    expect(mine.plans.lines.map((line) => [line.title, line.plan.action, line.plan.problem])).toEqual([
      ['Larch Hut', 'publish', null],
    ]);
    const hers = await of(sunniva);
    expect([titles(hers.mine), titles(hers.others)]).toEqual([['Stone Hut'], ['Larch Hut']]);
  });

  it('has the last ones of many, and says how many there are', async () => {
    const tobrin = await workspace().signIn(1);
    for (let at = 0; at < 10; at += 1)
      await workspace().createHut(tobrin, {}, { title: `Hut ${at}`, status: 'draft' });
    const { drafts, mine } = await of(tobrin);
    expect([drafts.total, drafts.lines.length, mine.length]).toEqual([10, 8, 8]);
    expect(drafts.lines[0]?.title).toBe('Hut 9');
    const opened = await workspace().get<OpenedEntry & EntryAnswer>(
      `/api/studio/entries/${drafts.lines[0]?.id ?? ''}`,
      tobrin,
    );
    expect(opened.status).toBe(200);
  });
});
