import type {
  FoldersAnswer,
  ManyMediaAnswer,
  MediaFacets,
  MediumAnswer,
  MediumUses,
  TermAnswer,
} from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { appearsOnTypes } from '@tovlet/core/model/reach';
import { field, plainGroup } from '@tovlet/core/model/document';
import { MEDIA } from '@tovlet/core/model/subjects';
import { drawPicture, eachWithWorkspace, type Answer, type Refusal } from '../testing/workspace';

const text = (words: string): Uint8Array => new TextEncoder().encode(words);

describe('the library of media', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  let editor: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
    editor = await workspace().signIn(1);
  });
  const ask = <Body>(method: string, path: string, body?: unknown, cookie = editor) =>
    workspace().send<Body & Refusal>(method, `/api/studio/${path}`, body, cookie);
  const list = async (query = ''): Promise<readonly string[]> =>
    (await ask<{ items: MediumAnswer[] }>('GET', `media?${query}`)).body.items.map(({ id }) => id);
  const facets = async (query = '', cookie = editor): Promise<MediaFacets> =>
    (await ask<MediaFacets>('GET', `media/facets?${query}`, undefined, cookie)).body;
  const picture = async (colour: string, name = 'picture.png'): Promise<string> =>
    (await workspace().upload(editor, await drawPicture(colour, 40, 30), name)).body.id;
  const mediumOf = async (id: string): Promise<MediumAnswer> =>
    (await ask<MediumAnswer>('GET', `media/${id}`)).body;
  const folder = async (name: string, parent: string | null = null): Promise<string> => {
    const { body } = await ask<FoldersAnswer>('POST', 'media-folders', { name, parent });
    return body.folders.find((each) => each.name === name && each.parent === parent)?.id ?? '';
  };
  const many = (ids: readonly string[], change: object, cookie = editor) =>
    ask<ManyMediaAnswer>('POST', 'media/many', { ids, change }, cookie);

  it('has folders, with what lies in them and in the folders in them', async () => {
    const [huts, ridge] = [await folder('Huts'), await folder('Ridge')];
    const inner = await folder('Winter', huts);
    const [one, two, three] = [await picture('#111111'), await picture('#222222'), await picture('#333333')];
    await many([one], { kind: 'move', folder: huts });
    await many([two], { kind: 'move', folder: inner });
    expect([...(await list(`folder=${huts}`))].sort()).toEqual([one, two].sort());
    expect(await list(`folder=${inner}`)).toEqual([two]);
    expect(await list('folder=none')).toEqual([three]);
    const { folders, none, total } = (await ask<FoldersAnswer>('GET', 'media-folders')).body;
    expect([none, total]).toEqual([1, 3]);
    expect(folders.map(({ id, media }) => [id, media])).toEqual([
      [huts, 1],
      [ridge, 0],
      [inner, 1],
    ]);
  });

  it('lets no folder lie in itself, and none have the name of another beside it', async () => {
    const huts = await folder('Huts');
    const inner = await folder('Winter', huts);
    const moved = await ask('PUT', `media-folders/${huts}`, { name: 'Huts', parent: inner });
    expect([moved.status, moved.body.errors[0]?.path]).toEqual([422, '/parent']);
    const same = await ask('POST', 'media-folders', { name: ' huts ' });
    expect([same.status, same.body.errors[0]?.path]).toEqual([422, '/name']);
    expect((await ask('POST', 'media-folders', { name: '  ' })).status).toBe(422);
    expect((await ask('PUT', 'media-folders/d_none', { name: 'Lost' })).status).toBe(404);
    const reader = await workspace().signIn(3);
    expect((await ask('POST', 'media-folders', { name: 'Mine' }, reader)).status).toBe(403);
  });

  it('loses nothing with a folder: what lay in it lies above, told apart where names are the same', async () => {
    const huts = await folder('Huts');
    await folder('Winter');
    const inner = await folder('Winter', huts);
    const one = await picture('#111111');
    await many([one], { kind: 'move', folder: huts });
    const { folders } = (await ask<FoldersAnswer>('DELETE', `media-folders/${huts}`)).body;
    expect(folders.map(({ name, parent }) => [name, parent])).toEqual([
      ['Winter', null],
      ['Winter 2', null],
    ]);
    expect(folders.map(({ id }) => id)).toContain(inner);
    expect((await mediumOf(one)).folder).toBeNull();
  });

  it('forgets no medium whose folder went while it was in the bin', async () => {
    const huts = await folder('Huts');
    const one = await picture('#111111');
    await many([one], { kind: 'move', folder: huts });
    await many([one], { kind: 'delete' });
    await ask('DELETE', `media-folders/${huts}`);
    expect((await ask('POST', `bin/medium/${one}/restore`)).status).toBe(200);
    expect((await mediumOf(one)).folder).toBeNull();
  });

  it('is narrowed by kind, size, words, what lacks a description and what nothing uses', async () => {
    const seen = await picture('#111111', 'larch.png');
    const plain = await picture('#222222', 'birch.png');
    const table = (await workspace().upload(editor, text('a,b\n1,2'), 'list.csv')).body.id;
    await ask('PUT', `media/${seen}`, { version: 1, alt: 'Larch in snow' });
    await workspace().createHut(editor, { f_picture: seen });
    expect(await list('kind=table')).toEqual([table]);
    expect(await list('size=large')).toEqual([]);
    expect(await list('alt=missing')).toEqual([plain]);
    expect([...(await list('used=no'))].sort()).toEqual([plain, table].sort());
    expect(await list('used=no&kind=image&search=BIRCH')).toEqual([plain]);
    expect(await list('order=name')).toEqual([plain, seen, table]);
    expect(await facets()).toEqual({
      kinds: { image: 2, video: 0, audio: 0, document: 0, table: 1, archive: 0 },
      sizes: { small: 3, middling: 0, large: 0 },
      missingAlt: 1,
      unused: 2,
      fields: [{ field: 'f_shows', label: 'Shows', values: [] }],
    });
    // A facet is counted as if it were not asked for itself: the others can be chosen instead.
    const narrowed = await facets('kind=table');
    expect([narrowed.kinds.image, narrowed.kinds.table, narrowed.unused]).toEqual([2, 1, 1]);
    expect((await ask('GET', 'media?kind=cake')).status).toBe(400);
  });

  describe('with tags', () => {
    const tagged = (editors: 'change' | 'nothing' = 'change') => ({
      ...plainGroup,
      id: 'g_tags',
      key: 'tags',
      label: 'Tags',
      appearsOn: appearsOnTypes([MEDIA]),
      fields: [
        field({
          id: 'f_tags',
          key: 'tags',
          label: 'Areas',
          kind: 'term',
          many: { min: null, max: null },
          editors,
          settings: { taxonomy: 'y_area' },
        }),
      ],
    });
    let north: string;
    let one: string;
    let two: string;
    const prepare = async (editors?: 'change' | 'nothing'): Promise<void> => {
      const { status, body } = await workspace().change(developer, {
        kind: 'add_group',
        group: tagged(editors),
      });
      expect(status).withContext(JSON.stringify(body)).toBe(200);
      const made = { taxonomy: 'y_area', label: 'North' };
      north = (await ask<TermAnswer>('POST', 'terms', made, developer)).body.id;
      [one, two] = [await picture('#111111'), await picture('#222222')];
    };

    it('gives them to several at once, takes them away, and is narrowed by them', async () => {
      await prepare();
      const change = { kind: 'term', field: 'f_tags', term: north };
      expect((await many([one, two], { ...change, has: true })).body).toEqual(
        jasmine.objectContaining({ changed: 2, left: [] }),
      );
      expect(await list(`fields=f_tags:${north}`)).toEqual(jasmine.arrayWithExactContents([one, two]));
      await many([two], { ...change, has: false });
      expect(await list(`fields=f_tags:${north}`)).toEqual([one]);
      expect((await facets()).fields).toContain({
        field: 'f_tags',
        label: 'Areas',
        values: [{ value: north, label: 'North', count: 1 }],
      });
      // What is as it should be is not written again.
      const { version } = await mediumOf(one);
      await many([one], { ...change, has: true });
      expect((await mediumOf(one)).version).toBe(version);
    });

    it('tells nobody of those they may not see, and lets nobody change them', async () => {
      await prepare('nothing');
      const change = { kind: 'term', field: 'f_tags', term: north, has: true };
      await many([one], change, developer);
      const told = async (cookie: string): Promise<readonly string[]> =>
        (await facets('', cookie)).fields.map((each) => each.field);
      expect(await told(developer)).toContain('f_tags');
      expect(await told(editor)).not.toContain('f_tags');
      expect(await list(`fields=f_tags:${north}`)).toEqual([]);
      expect((await many([two], change)).status).toBe(422);
    });
  });

  it('changes many, names what cannot be changed, and goes on with the rest', async () => {
    const one = await picture('#111111');
    const { body } = await many([one, 'm_none'], { kind: 'delete' });
    expect<unknown>(body).toEqual({
      changed: 1,
      left: [{ id: 'm_none', name: 'm_none', reason: 'It is no longer there.' }],
    });
    expect(await list()).toEqual([]);
    expect((await many([one], { kind: 'move', folder: 'd_none' })).status).toBe(422);
    expect((await many([one], { kind: 'delete' }, await workspace().signIn(3))).status).toBe(403);
  });

  it('tells what uses a medium, and nothing of fields that somebody may not see', async () => {
    const one = await picture('#111111');
    const { body: hut } = await workspace().createHut(developer, { f_picture: one, f_pictures: [one] });
    const uses = async (cookie: string): Promise<MediumUses> =>
      (await ask<MediumUses>('GET', `media/${one}/uses`, undefined, cookie)).body;
    const all = await uses(editor);
    expect([all.total, all.uses[0]?.kind, all.uses[0]?.id, all.uses[0]?.name]).toEqual([
      2,
      'entry',
      hut.id,
      'Larch Hut',
    ]);
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_pictures',
      patch: { editors: 'nothing' } as const,
    });
    expect((await uses(editor)).total).toBe(1);
    expect((await uses(developer)).total).toBe(2);
  });

  it('counts what terms, people and other media hold among the uses', async () => {
    const one = await picture('#111111');
    const portrait = {
      ...plainGroup,
      id: 'g_portrait',
      key: 'portrait',
      label: 'Portrait',
      appearsOn: appearsOnTypes(['y_area']),
      fields: [field({ id: 'f_emblem', key: 'emblem', label: 'Emblem', kind: 'image' })],
    };
    await workspace().change(developer, { kind: 'add_group', group: portrait });
    const made = { taxonomy: 'y_area', label: 'North' };
    const term = (await ask<TermAnswer>('POST', 'terms', made)).body;
    const values = { f_emblem: one };
    await ask('PUT', `terms/${term.id}`, { version: 1, label: 'North', slug: 'north', values });
    const { uses } = (await ask<MediumUses>('GET', `media/${one}/uses`)).body;
    expect(uses).toEqual([{ kind: 'term', id: term.id, name: 'North', subject: 'y_area', field: 'Emblem' }]);
    expect(await list('used=no')).toEqual([]);
  });

  describe('whose files are replaced', () => {
    const replace = async (id: string, bytes: Uint8Array, name: string, version = 1) => {
      const upload = await workspace().uploadInPieces(editor, bytes, name);
      return ask<{ medium: MediumAnswer }>('POST', 'media/taken', { upload, replaces: { id, version } });
    };

    it('keeps what refers to them, and lets the addresses of before answer', async () => {
      const id = await picture('#111111');
      const before = await mediumOf(id);
      await ask('PUT', `media/${id}`, { version: 1, alt: 'Larch', focus: { x: 0.2, y: 0.8 } });
      const { status, body } = await replace(id, await drawPicture('#eeeeee', 90, 60), 'new.png', 2);
      expect(status).withContext(JSON.stringify(body)).toBe(201);
      const { medium } = body;
      expect([medium.id, medium.alt, medium.filename, medium.width]).toEqual([id, 'Larch', 'new.png', 90]);
      expect(medium.focus).toEqual({ x: 0.2, y: 0.8 });
      expect(medium.url).not.toBe(before.url);
      const [old, now] = await Promise.all(
        [before, medium].map(async ({ url }) => workspace().app.request(url)),
      );
      expect([old?.status, now?.status]).toEqual([200, 200]);
      expect(medium.earlier.map(({ filename, url }) => [filename, url])).toEqual([
        ['picture.png', before.url],
      ]);
    });

    it('brings an earlier one back, or lets it go for good', async () => {
      const id = await picture('#111111');
      const first = await mediumOf(id);
      await replace(id, await drawPicture('#eeeeee', 90, 60), 'new.png');
      const earlier = `media/${id}/earlier/1`;
      const back = await ask<MediumAnswer>('POST', `${earlier}/restore`, { version: 2 });
      expect([back.body.url, back.body.earlier.length]).toEqual([first.url, 1]);
      const url = back.body.earlier[0]?.url ?? '';
      const revision = back.body.earlier[0]?.revision;
      expect((await workspace().app.request(url)).status).toBe(200);
      const gone = await ask<MediumAnswer>('DELETE', `media/${id}/earlier/${revision}?version=3`);
      expect(gone.body.earlier).toEqual([]);
      expect((await workspace().app.request(url)).status).toBe(404);
      expect((await workspace().app.request(first.url)).status).toBe(200);
      expect((await ask('POST', `${earlier}/restore`, { version: 4 })).status).toBe(404);
      // The next one takes no place that another had.
      await replace(id, await drawPicture('#dddddd', 90, 60), 'third.png', 4);
      expect((await mediumOf(id)).url).toContain('/3/');
    });

    it('refuses another kind of file, one that is there already, and one by somebody who was too late', async () => {
      const [one, two] = [await picture('#111111', 'one.png'), await picture('#222222', 'two.png')];
      expect((await replace(one, text('a,b\n1,2'), 'list.csv')).body.detail).toContain('a picture');
      const same = await replace(one, await drawPicture('#222222', 40, 30), 'again.png');
      expect([same.status, same.body.detail]).toEqual([409, jasmine.stringContaining('two.png')]);
      await ask('PUT', `media/${two}`, { version: 1, alt: 'Mine' });
      const late = await replace(two, await drawPicture('#333333', 40, 30), 'late.png');
      expect<unknown>([late.status, late.body.current['medium']]).toEqual([
        409,
        jasmine.objectContaining({ version: 2, alt: 'Mine' }),
      ]);
      expect((await mediumOf(two)).earlier).toEqual([]);
    });

    it('leaves one in the bin whose file another has by now, and loses neither', async () => {
      const [one, two] = [await picture('#111111', 'one.png'), await picture('#222222', 'two.png')];
      await many([one], { kind: 'delete' });
      expect((await replace(two, await drawPicture('#111111', 40, 30), 'again.png')).status).toBe(201);
      const restored = await ask('POST', `bin/medium/${one}/restore`);
      expect([restored.status, restored.body.detail]).toEqual([409, jasmine.stringContaining('again.png')]);
      await replace(two, await drawPicture('#333333', 40, 30), 'other.png', 2);
      expect((await ask('POST', `bin/medium/${one}/restore`)).status).toBe(200);
      expect((await workspace().app.request((await mediumOf(one)).url)).status).toBe(200);
    });

    it('turns and cuts pictures, which are files of their own', async () => {
      const id = await picture('#111111');
      const turned = await ask<MediumAnswer>('POST', `media/${id}/edit`, { version: 1, turn: 90 });
      expect([turned.body.width, turned.body.height]).toEqual([30, 40]);
      const cut = { x: 0, y: 0.5, width: 0.5, height: 0.5 };
      const { body } = await ask<MediumAnswer>('POST', `media/${id}/edit`, { version: 2, cut });
      expect([body.width, body.height, body.earlier.length]).toEqual([15, 20, 2]);
      expect((await ask('POST', `media/${id}/edit`, { version: 3, turn: 45 })).status).toBe(422);
      expect((await ask('POST', `media/${id}/edit`, { version: 1, turn: 90 })).status).toBe(409);
      const table = (await workspace().upload(editor, text('a,b\n1,2'), 'list.csv')).body.id;
      expect((await ask('POST', `media/${table}/edit`, { version: 1, turn: 90 })).status).toBe(422);
    });
  });

  it('says what is most important on a picture to pages and programs', async () => {
    const id = await picture('#111111');
    await workspace().createHut(editor, { f_picture: id });
    const focus = { x: 0.25, y: 1 };
    expect((await ask('PUT', `media/${id}`, { version: 1, focus })).status).toBe(200);
    expect((await ask('PUT', `media/${id}`, { version: 2, focus: { x: 2, y: 0 } })).status).toBe(422);
    const { data } = await workspace().graphql<{ hut: { picture: object } }>(
      '{ hut(slug: "larch-hut") { picture { focus_x focus_y colour placeholder } } }',
    );
    expect<unknown>(data.hut.picture).toEqual({
      focus_x: 0.25,
      focus_y: 1,
      colour: jasmine.stringMatching(/^#1[0-9a-f]1[0-9a-f][01][0-9a-f]$/),
      placeholder: jasmine.any(String),
    });
    const page: Answer<string> = await workspace().get('/site/huts/larch-hut');
    expect(page.body).toMatch(/object-position:25% 100%;background:#1/);
  });

  it('is held to what a field asks of its pictures, where that refuses, and told otherwise', async () => {
    const id = await picture('#335577');
    const set = (asks: JsonObject) => {
      const unset = ['minWidth', 'ratio', 'formats', 'maxMegabytes', 'refuse'].filter(
        (key) => !(key in asks),
      );
      return workspace().change(developer, { kind: 'set_settings', field: 'f_picture', set: asks, unset });
    };
    const asked: JsonObject = { minWidth: 41, ratio: '16:9' };
    expect((await set(asked)).status).toBe(200);
    expect((await workspace().createHut(editor, { f_picture: id })).status).toBe(201);
    await set({ ...asked, refuse: true });
    const refused = await workspace().createHut(editor, { f_picture: id });
    expect([refused.status, refused.body.errors[0]?.code]).toEqual([422, 'picture_too_small']);
    await set({ ratio: '4:3', formats: ['png'], maxMegabytes: 1, refuse: true });
    expect((await workspace().createHut(editor, { f_picture: id })).status).toBe(201);
    await set({ formats: ['webp'], refuse: true });
    const format = await workspace().createHut(editor, { f_picture: id });
    expect(format.body.errors[0]?.code).toBe('picture_format');
  });
});
