import type { EntryAnswer } from '@tovlet/core/contracts/studio';
import { eq } from 'drizzle-orm';
import { entry } from '../db/schema';
import { eachWithWorkspace } from '../testing/workspace';

describe('secrets of entries', () => {
  const workspace = eachWithWorkspace();
  let editor = '';
  beforeEach(async () => {
    editor = await workspace().signIn(1);
  });
  const withCode = async (code: unknown): Promise<EntryAnswer> =>
    (await workspace().createHut(editor, { f_winter_room: true, f_winter_code: code as string })).body;
  const save = (before: EntryAnswer, values: object) =>
    workspace().send<EntryAnswer>(
      'PUT',
      `/api/studio/entries/${before.id}`,
      {
        version: before.version,
        title: before.title,
        slug: before.slug,
        status: before.status,
        values: { ...before.values, ...values },
      },
      editor,
    );
  const matches = async (id: string, text: string): Promise<boolean> => {
    const request = { path: ['f_winter_code'], text };
    return (
      await workspace().send<{ matches: boolean }>(
        'POST',
        `/api/studio/entries/${id}/verify`,
        request,
        editor,
      )
    ).body.matches;
  };
  const stored = async (id: string): Promise<string> => {
    const [found] = await workspace().services.database.select().from(entry).where(eq(entry.id, id));
    return JSON.stringify(found?.values['f_winter_code'] ?? null);
  };

  it('are hashed with a memory-hard function, and never answered', async () => {
    const created = await withCode('larch-4711');
    expect<unknown>(created.values['f_winter_code']).toEqual({ set: true });
    expect(await stored(created.id)).toMatch(/\$argon2id\$/);
    const everything = await Promise.all([
      workspace().get(`/api/studio/entries/${created.id}`, editor),
      workspace().get('/api/content/v1/huts'),
      workspace().get('/site/huts/larch-hut'),
    ]);
    for (const { body } of everything) {
      expect(JSON.stringify(body)).not.toContain('argon2');
      expect(JSON.stringify(body)).not.toContain('4711');
    }
  });

  it('can be checked, kept, replaced and cleared', async () => {
    const created = await withCode('larch-4711');
    expect([await matches(created.id, 'larch-4711'), await matches(created.id, 'larch-4712')]).toEqual([
      true,
      false,
    ]);
    const kept = (await save(created, { f_altitude: 2100 })).body;
    expect(await matches(created.id, 'larch-4711')).toBeTrue();
    const replaced = (await save(kept, { f_winter_code: 'gentian-1' })).body;
    expect([await matches(created.id, 'larch-4711'), await matches(created.id, 'gentian-1')]).toEqual([
      false,
      true,
    ]);
    const cleared = await save(replaced, { f_winter_room: false, f_winter_code: null });
    expect<unknown>(cleared.body.values['f_winter_code']).toBeUndefined();
    expect(await stored(created.id)).toBe('null');
  });

  it('are checked for their length before they are hashed, and take no hash from outside', async () => {
    const short = await workspace().createHut(editor, { f_winter_room: true, f_winter_code: 'abc' });
    expect(short.status).toBe(422);
    const given = await workspace().createHut(editor, {
      f_winter_room: true,
      f_winter_code: { hash: '$argon2id$forged' },
    });
    // Without the forged hash the secret is missing.
    expect(given.status).toBe(422);
  });

  it('outlive the saves of those who may only see them, or may not see them at all', async () => {
    const developer = await workspace().signIn();
    const created = await withCode('larch-4711');
    for (const editors of ['see', 'nothing'] as const) {
      await workspace().change(developer, { kind: 'set_field', field: 'f_winter_code', patch: { editors } });
      const path = `/api/studio/entries/${created.id}`;
      const mine = (await workspace().get<EntryAnswer>(path, editor)).body;
      expect((await save(mine, { f_altitude: 2200 })).status)
        .withContext(editors)
        .toBe(200);
      expect(await stored(created.id))
        .withContext(editors)
        .toMatch(/argon2id/);
    }
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_winter_code',
      patch: { editors: 'change' },
    });
    expect(await matches(created.id, 'larch-4711')).toBeTrue();
  });

  it('cannot be guessed without limit, nor at all by those from whom they are hidden', async () => {
    const created = await withCode('larch-4711');
    const attempt = async (text: string) =>
      (
        await workspace().send(
          'POST',
          `/api/studio/entries/${created.id}/verify`,
          { path: ['f_winter_code'], text },
          editor,
        )
      ).status;
    const answers = await Promise.all(Array.from({ length: 30 }, (_, at) => attempt(`guess ${at}`)));
    expect(answers.filter((status) => status === 200).length).toBe(10);
    expect(answers.filter((status) => status === 429).length).toBe(20);
    const developer = await workspace().signIn();
    const patch = { editors: 'nothing' } as const;
    await workspace().change(developer, { kind: 'set_field', field: 'f_winter_code', patch });
    expect(await attempt('larch-4711')).toBe(404);
  });

  it('do not stay in what somebody else’s save is answered with', async () => {
    const created = await withCode('larch-4711');
    await save(created, { f_altitude: 2100 });
    const conflict = await save(created, { f_altitude: 2200 });
    expect(conflict.status).toBe(409);
    expect(JSON.stringify(conflict.body)).not.toContain('argon2');
  });

  it('are shown to nobody where their field is of another type by now, and are there when it is one for secrets again', async () => {
    const created = await withCode('larch-4711');
    const developer = await workspace().signIn();
    const become = (kind: 'text' | 'secret') =>
      workspace().change(developer, {
        kind: 'set_field',
        field: 'f_winter_code',
        patch: { kind },
      } as const);
    expect((await become('text')).status).toBe(200);
    const path = `/api/studio/entries/${created.id}`;
    const { body } = await workspace().get<EntryAnswer>(path, developer);
    expect(JSON.stringify(body)).not.toContain('argon2');
    // A draft keeps what it cannot hold: the mark is not put in the place of what it stands for.
    const { version, title, slug, values } = body;
    const draft = { version, title, slug, status: 'draft', values };
    expect((await workspace().send('PUT', path, draft, editor)).status).toBe(200);
    expect((await become('secret')).status).toBe(200);
    const verified = await workspace().send<{ readonly matches: boolean }>(
      'POST',
      `${path}/verify`,
      { path: ['f_winter_code'], text: 'larch-4711' },
      editor,
    );
    expect(verified.body.matches).toBeTrue();
  });
});
