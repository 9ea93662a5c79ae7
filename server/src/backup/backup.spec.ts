import { createHash } from 'node:crypto';
import {
  createWriteStream,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { EntryAnswer, EntryListAnswer } from '@tovlet/core/contracts/studio';
import { sql } from 'drizzle-orm';
import { ZipFile } from 'yazl';
import { connect, selectRows, type Connection } from '../db/connect';
import { filesIn } from '../files/files-in';
import { StartError } from '../start-error';
import { PostgresCluster } from '../testing/postgres-cluster';
import { eachWithWorkspace, TestWorkspace } from '../testing/workspace';
import { closeServices, openServices } from '../workspace';
import { backupSchema, MANIFEST, UnreadableBackup, type BackupManifest } from './backup-format';
import { Backup } from './read-backup';
import { Restoring } from './restore';
import { writeBackup } from './write-backup';

/** With what others take for the end of a line, or of a text. */
const TITLE = 'Stone “Hut” \\ \u2028 \u0085 "1"';

/** Tables by what is in them, whatever the order of their rows. */
const contents = ({ tables, media }: BackupManifest): readonly string[] => [
  ...tables.map(({ table, rows }) => `${table} ${rows}`),
  ...media.map(({ path, sha256 }) => `${path} ${sha256}`).toSorted(),
];

describe('a backup', () => {
  const workspace = eachWithWorkspace();
  let folder: string;
  let developer: string;
  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), 'tovlet-backup-'));
    developer = await workspace().signIn();
    const values = { f_altitude: 2080, f_phone: '+00 512 34 56' };
    const given = { type: 't_hut', title: TITLE, status: 'draft', values };
    expect((await workspace().send('POST', '/api/studio/entries', given, developer)).status).toBe(201);
    const path = 'm_1/original.txt';
    writeFileSync(join(folder, 'one.txt'), 'What is kept.');
    await workspace().services.mediaStore.write(path, join(folder, 'one.txt'));
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));

  const file = (): string => join(folder, 'backup.zip');
  const write = (passphrase: string | null = null) => writeBackup(workspace().services, file(), passphrase);
  const opened = (passphrase: string | null = null) =>
    Backup.open(file(), passphrase, join(folder, 'unlocked'));
  const verified = async (passphrase: string | null = null): Promise<void> => {
    const backup = await opened(passphrase);
    try {
      await backup.verify();
    } finally {
      await backup.close();
    }
  };
  const refused = (work: Promise<unknown>, words: RegExp) =>
    expectAsync(work).toBeRejectedWithError(UnreadableBackup, words);

  /** Brings it back into another database, and looks at what is there then. */
  const restoredInto = async (
    connection: Connection,
    look: (there: TestWorkspace, cookie: string) => Promise<void>,
  ): Promise<void> => {
    const own = { ...filesIn(join(folder, 'there')), demo: true, publicDelivery: true };
    const services = await openServices(connection, own);
    const backup = await opened();
    await new Restoring(services, folder).restore(backup);
    await backup.close();
    const again = join(folder, 'again.zip');
    expect(contents(await writeBackup(services, again, null))).toEqual(contents(backup.manifest));
    await services.jobs.drain(services);
    const there = await TestWorkspace.on(connection);
    await look(there, await there.signIn());
    await there.close();
    await there.services.events.stop();
    await closeServices(services);
  };

  const looked = async (there: TestWorkspace, cookie: string): Promise<void> => {
    const listed = await there.get<EntryListAnswer>('/api/studio/entries?type=hut', cookie);
    const [hut] = listed.body.items;
    expect(hut?.title).toBe(TITLE);
    const before = await there.get<EntryAnswer>(`/api/studio/entries/${hut?.id}`, cookie);
    expect<unknown>(before.body.values['f_altitude']).toBe(2080);
    // What is counted by the database goes on behind what was there.
    const given = { type: 't_hut', title: 'Larch Hut', values: { f_altitude: 1700 } };
    expect((await there.send('POST', '/api/studio/entries', given, cookie)).status).toBe(201);
  };

  it('comes back whole, also from one kind of database into another', async () => {
    await write();
    const cluster = await PostgresCluster.start();
    try {
      await restoredInto(await connect({ folder: null, url: cluster.createDatabase() }), looked);
    } finally {
      cluster.remove();
    }
    expect(readFileSync(join(folder, 'there/media/m_1/original.txt'), 'utf8')).toBe('What is kept.');
  });

  it('comes back into a folder, and is taken from one while entries are written', async () => {
    await write();
    const place = join(folder, 'data');
    await restoredInto(await connect({ folder: place }), async (there, cookie) => {
      await looked(there, cookie);
      const writing = { going: true };
      const busy = (async () => {
        for (let at = 0; writing.going; at += 1) {
          const given = { type: 't_hut', title: `Hut ${at}`, values: { f_altitude: at } };
          expect((await there.send('POST', '/api/studio/entries', given, cookie)).status).toBe(201);
        }
      })();
      const second = join(folder, 'second.zip');
      const manifest = await writeBackup(there.services, second, null);
      writing.going = false;
      await busy;
      const rowsOf = (table: string) => manifest.tables.find((each) => each.table === table)?.rows;
      const backup = await Backup.open(second, null, join(folder, 'unlocked'));
      await backup.verify();
      await backup.close();
      // Each entry has its line in the index of searches: both are of one moment.
      expect(rowsOf('entry')).toBeGreaterThan(1);
      expect(rowsOf('entry_search')).toBe(rowsOf('entry'));
      expect(readdirSync(folder).filter((name) => name.includes('.copy') || name.endsWith('.part'))).toEqual(
        [],
      );
    });
  });

  it('is locked by a passphrase, and opens by no other', async () => {
    const manifest = await write('correct horse');
    expect(readFileSync(file()).includes('tables/entry.jsonl')).toBeFalse();
    await verified('correct horse');
    const backup = await opened('correct horse');
    expect(contents(backup.manifest)).toEqual(contents(manifest));
    await backup.close();
    expect(existsSync(join(folder, 'unlocked'))).toBeFalse();
    await refused(opened('another'), /another passphrase/);
    await refused(opened(), /locked by a passphrase/);
    const bytes = readFileSync(file());
    writeFileSync(file(), bytes.subarray(0, bytes.length - 40));
    await refused(opened('correct horse'), /damaged/);
    expect(existsSync(join(folder, 'unlocked'))).toBeFalse();
  });

  it('leaves who is signed in where they are', async () => {
    const manifest = await write();
    const tables = manifest.tables.map(({ table }) => table);
    expect(tables).toContain('person');
    expect(tables).not.toContain('session');
    expect(tables.some((table) => table.startsWith('ix_'))).toBeFalse();
  });

  it('is refused where anything of it was changed, cut off or is of another kind', async () => {
    await write();
    const whole = readFileSync(file());
    const damaged = (bytes: Buffer): void => writeFileSync(file(), bytes);
    for (const member of [
      'tables/entry.jsonl',
      'tables/model_revision.jsonl',
      'media/m_1/original.txt',
      'jobs.jsonl',
    ]) {
      const bytes = Buffer.from(whole);
      // Behind the name of a file its bytes begin.
      const at = bytes.indexOf(member) + member.length;
      bytes[at] = (bytes[at] ?? 0) ^ 0xff;
      damaged(bytes);
      await refused(verified(), /damaged/);
    }
    damaged(whole.subarray(0, whole.length / 2));
    await refused(opened(), /archive/);
    damaged(Buffer.from('no backup'));
    await refused(opened(), /archive/);
  });

  /** A backup that says of itself what it should not. */
  const forged = async (
    change: (manifest: BackupManifest) => object,
    members: Readonly<Record<string, string>> = {},
  ): Promise<void> => {
    const sha256 = createHash('sha256').update('').digest('hex');
    const plain: BackupManifest = {
      format: 'tovlet-backup',
      version: 1,
      madeAt: '2026-01-01T00:00:00.000Z',
      workspace: 'W',
      modelRevision: 1,
      schema: 1,
      tables: [],
      media: [],
      jobs: { rows: 0, bytes: 0, sha256 },
    };
    const zip = new ZipFile();
    zip.addBuffer(Buffer.from(JSON.stringify(change(plain))), MANIFEST);
    zip.addBuffer(Buffer.from(''), 'jobs.jsonl');
    for (const [name, text] of Object.entries(members)) zip.addBuffer(Buffer.from(text), name);
    zip.end();
    await pipeline(zip.outputStream, createWriteStream(file()));
  };

  it('is refused where its paths climb out, or its names are no names', async () => {
    const sha256 = createHash('sha256').update('x').digest('hex');
    for (const path of ['../../etc/passwd', 'm_1/../../x', '/etc/passwd', 'm_1\\x', 'm_1/./x'])
      expect(backupSchema.shape.media.safeParse([{ path, bytes: 1, sha256 }]).success)
        .withContext(path)
        .toBeFalse();
    const table = { table: 'entry"; DROP TABLE entry; --', columns: [], rows: 0, bytes: 0, sha256 };
    await forged((plain) => ({ ...plain, tables: [table] }));
    await refused(opened(), /another kind, or damaged/);
    await forged((plain) => plain, { 'media/m_1/more.txt': 'x' });
    await refused(opened(), /none of it/);
    await forged((plain) => ({ ...plain, media: [{ path: 'm_1/a.txt', bytes: 1, sha256 }] }));
    await refused(opened(), /lacks/);
    await forged((plain) => ({ ...plain, version: 2 }));
    await refused(opened(), /another kind, or damaged/);
  });

  it('is not brought back where a workspace is, nor by another version; nothing is touched then', async () => {
    await write();
    const { services } = workspace();
    const count = () =>
      selectRows<{ n: number }>(services.database, sql`SELECT count(*)::int AS n FROM entry`);
    const before = await count();
    const backup = await opened();
    await expectAsync(new Restoring(services, folder).restore(backup)).toBeRejectedWithError(
      StartError,
      /a workspace already/,
    );
    await backup.close();
    expect(await count()).toEqual(before);
    const connection = await connect({ folder: null });
    const own = { ...filesIn(join(folder, 'there')), demo: true, publicDelivery: true };
    const empty = await openServices(connection, own);
    for (const [schema, words] of [
      [9_999_999_999_999, /newer version/],
      [1, /older version/],
    ] as const) {
      await forged((plain) => ({ ...plain, schema }));
      const other = await opened();
      await refused(new Restoring(empty, folder).restore(other), words);
      await other.close();
    }
    await closeServices(empty);
  });
});
