import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { BackupsAnswer } from '@tovlet/core/contracts/studio/backups';
import { sql } from 'drizzle-orm';
import { eachWithWorkspace } from '../testing/workspace';
import { Backups } from './backups';
import { backUpInTime } from './service';

const ADDRESS = '/api/studio/backups';

describe('the backups of a workspace', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });
  const settled = async (): Promise<BackupsAnswer> => {
    await workspace().services.backups.settled();
    return (await workspace().get<BackupsAnswer>(ADDRESS, developer)).body;
  };
  const begin = () => workspace().send<BackupsAnswer>('POST', ADDRESS, undefined, developer);
  const schedule = (days: number, keep: number) =>
    workspace().send<BackupsAnswer>('PUT', `${ADDRESS}/schedule`, { days, keep }, developer);

  it('are made beside the work, read back, sent and removed', async () => {
    const begun = await begin();
    expect([begun.status, begun.body.makingSince === null]).toEqual([201, false]);
    const { backups, problem, makingSince } = await settled();
    expect([backups.length, problem, makingSince]).toEqual([1, null, null]);
    const [{ name, bytes, madeAt, isLocked } = { name: '', bytes: 0, madeAt: '', isLocked: true }] = backups;
    expect(isLocked).toBeFalse();
    expect(new Date(madeAt).getTime()).toBeGreaterThan(Date.now() - 60_000);
    const sent = await workspace().app.request(`${ADDRESS}/${name}/file`, { headers: { cookie: developer } });
    expect((await sent.arrayBuffer()).byteLength).toBe(bytes);
    expect(sent.headers.get('content-disposition')).toContain(name);
    const after = await workspace().send<BackupsAnswer>('DELETE', `${ADDRESS}/${name}`, undefined, developer);
    expect(after.body.backups).toEqual([]);
    expect((await workspace().send('DELETE', `${ADDRESS}/${name}`, undefined, developer)).status).toBe(404);
  });

  it('are made one at a time', async () => {
    await begin();
    await begin();
    expect((await settled()).backups).toHaveSize(1);
  });

  it('are never named out of their folder', async () => {
    for (const name of ['..%2F..%2Fetc%2Fpasswd', 'tovlet.lock', '2026-01-01T00-00-00Z.zip']) {
      const sent = await workspace().app.request(`${ADDRESS}/${name}/file`, {
        headers: { cookie: developer },
      });
      expect(sent.status).withContext(name).toBe(404);
    }
  });

  it('are made when their time has come, once, and the oldest give way', async () => {
    expect(await backUpInTime(workspace().services)).toBeFalse();
    const kept = await schedule(1, 1);
    expect([kept.status, kept.body.days, kept.body.keep]).toEqual([200, 1, 1]);
    expect(await backUpInTime(workspace().services)).toBeTrue();
    expect(await backUpInTime(workspace().services)).toBeFalse();
    const [first] = (await settled()).backups;
    await workspace().services.database.execute(
      sql`UPDATE workspace SET backed_up_at = now() - interval '1 day'`,
    );
    // Names are of a second.
    await new Promise((resolve) => setTimeout(resolve, 1_100));
    expect(await backUpInTime(workspace().services)).toBeTrue();
    const { backups } = await settled();
    expect(backups).toHaveSize(1);
    expect(backups[0]?.name).not.toBe(first?.name);
  });

  it('say why one could not be made, and nothing half is left', async () => {
    const { services } = workspace();
    const broken = {
      connection: services.connection,
      mediaStore: {
        open: () => Promise.resolve(null),
        write: () => Promise.resolve(),
        borrow: () => Promise.resolve(null),
        remove: () => Promise.resolve(),
        list: () => ({
          [Symbol.asyncIterator]: () => ({ next: () => Promise.reject(new Error('No disk')) }),
        }),
      },
    };
    const room = mkdtempSync(join(tmpdir(), 'tovlet-backups-'));
    writeFileSync(join(room, 'notes.txt'), 'mine');
    const backups = new Backups(room, null);
    backups.begin(broken, 3, () => Promise.resolve());
    await backups.settled();
    expect(backups.problem).toBe('No disk');
    expect(await backups.list()).toEqual([]);
    expect(readdirSync(room)).toEqual(['notes.txt']);
    rmSync(room, { recursive: true });
  });

  it('are looked through at a start for what was left in the middle', async () => {
    const room = mkdtempSync(join(tmpdir(), 'tovlet-backups-'));
    const name = '2026-01-01T00-00-00Z.zip';
    for (const each of [name, `${name}.part`, `${name}.age.open`, 'notes.txt'])
      writeFileSync(join(room, each), '');
    await new Backups(room, null).tidy();
    expect(readdirSync(room).toSorted()).toEqual([name, 'notes.txt']);
    rmSync(room, { recursive: true });
  });

  it('are for developers, for they hold what nobody else may see', async () => {
    const editor = await workspace().signIn(1);
    expect((await workspace().get(ADDRESS, editor)).status).toBe(403);
    expect((await workspace().send('POST', ADDRESS, undefined, editor)).status).toBe(403);
    expect((await workspace().send('PUT', `${ADDRESS}/schedule`, { days: 1, keep: 1 }, editor)).status).toBe(
      403,
    );
    expect((await workspace().get(`${ADDRESS}/2026-01-01T00-00-00Z.zip/file`, editor)).status).toBe(403);
  });
});
