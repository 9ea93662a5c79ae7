import type { BulkAnswer, EntryAnswer, TermAnswer, ViewAnswer } from '@tovlet/core/contracts/studio';
import type { ImportAnswer } from '@tovlet/core/contracts/studio/imports';
import type { MoveAnswer } from '@tovlet/core/contracts/studio/moves';
import type { JsonObject } from '@tovlet/core/json';
import { field, plainGroup, type Field, type FieldGroup } from '@tovlet/core/model/document';
import { MEDIA, PEOPLE } from '@tovlet/core/model/subjects';
import { demoPeople } from '@tovlet/demo';
import { postLetters } from '../standins/mail/mail';
import { eachWithWorkspace } from './workspace';
import { zipOf } from './zip';

/** Stands in values that only developers may see, and nowhere else. */
const MARK = 'quartz9317';
const DRAFT_MARK = 'basalt4402';

const marked = (id: string): Field =>
  field({
    id,
    key: id.replace('f_', ''),
    label: `Only developers ${id}`,
    kind: 'text',
    editors: 'nothing',
    inApi: false,
    searchable: true,
    filterable: true,
    listColumn: true,
  });

const rows = field({
  id: 'f_rows',
  key: 'rows',
  label: 'Rows',
  kind: 'repeater',
  inApi: false,
  fields: [marked('f_in_row'), field({ id: 'f_open', key: 'open', label: 'Open', kind: 'text' })],
});
const wrapped = field({
  id: 'f_wrap',
  key: 'wrap',
  label: 'Wrapped',
  kind: 'group',
  editors: 'nothing',
  inApi: false,
  fields: [{ ...marked('f_within'), editors: 'change' }],
});

/** A filter of a list that only developers may ask. */
const byMark = encodeURIComponent(
  JSON.stringify({ kind: 'path', path: [{ kind: 'field', field: 'f_mark' }], operator: 'is', value: MARK }),
);

const groupOn = (id: string, type: string, fields: readonly Field[]): FieldGroup => ({
  ...plainGroup,
  id,
  key: id,
  label: id,
  fields,
  appearsOn: { kind: 'property', property: 'type', operator: 'is', value: type },
});
const groups = [
  groupOn('g_marks', 't_hut', [marked('f_mark'), rows, wrapped]),
  groupOn('g_area_marks', 'y_area', [marked('f_area_mark')]),
  groupOn('g_people_marks', PEOPLE, [marked('f_people_mark')]),
  groupOn('g_media_marks', MEDIA, [marked('f_media_mark')]),
];

const values: JsonObject = {
  f_altitude: 2080,
  f_mark: MARK,
  f_rows: [{ id: 'r_1', values: { f_in_row: MARK, f_open: 'open' } }],
  f_wrap: { f_within: MARK },
};

const EVERYTHING = { mode: 'liquid', blocks: [], liquid: '{{ entry | json }} {{ entry.rows | json }}' };

describe('every way of reading', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  let hut: EntryAnswer;
  let term: TermAnswer;
  let medium: string;
  let draft: EntryAnswer;
  let bulk: string;
  let brought: string;
  let moved: string;
  let view: string;

  beforeEach(async () => {
    developer = await workspace().signIn();
    for (const group of groups) {
      const change = { kind: 'add_group', group } as const;
      const { status, body } = await workspace().change(developer, change);
      expect(status).withContext(JSON.stringify(body)).toBe(200);
    }
    hut = (await workspace().createHut(developer, values)).body;
    draft = (
      await workspace().createHut(developer, values, { title: `Draft ${DRAFT_MARK}`, status: 'draft' })
    ).body;
    // What stood in it before is known as well: cleared, and put back.
    const { title, slug, status } = draft;
    for (const [index, given] of [{ f_altitude: 2080 }, values].entries()) {
      const body = { version: draft.version + index, title, slug, status, values: given };
      const saved = await workspace().send('PUT', `/api/studio/entries/${draft.id}`, body, developer);
      expect(saved.status).toBe(200);
    }
    const copy = { mark: null, base: 3, title, slug, parent: null, template: null, values };
    const kept = await workspace().send('PUT', `/api/studio/entries/${draft.id}/copy`, copy, developer);
    expect(kept.status).toBe(200);
    const gone = (await workspace().createHut(developer, values, { title: 'Gone Hut' })).body;
    const removal = `/api/studio/entries/${gone.id}?version=1`;
    expect((await workspace().send('DELETE', removal, undefined, developer)).status).toBe(204);
    const made = { taxonomy: 'y_area', label: 'North' };
    term = (await workspace().send<TermAnswer>('POST', '/api/studio/terms', made, developer)).body;
    const put = (path: string, body: object) => workspace().send('PUT', path, body, developer);
    await put(`/api/studio/terms/${term.id}`, {
      version: 1,
      label: 'North',
      slug: 'north',
      values: { f_area_mark: MARK },
    });
    medium = (await workspace().upload(developer)).body.id;
    await put(`/api/studio/media/${medium}`, { version: 1, alt: 'x', values: { f_media_mark: MARK } });
    const change = { kind: 'set', field: 'f_mark', value: MARK };
    const of = { kind: 'chosen', ids: [hut.id] };
    const many = { type: 'hut', of, change };
    bulk = (await workspace().send<BulkAnswer>('POST', '/api/studio/bulk', many, developer)).body.id;
    const table = new TextEncoder().encode(`Title,f_mark\n${MARK},${MARK}\n,${MARK}\n`);
    const upload = await workspace().uploadInPieces(developer, table, 'marks.csv');
    const given = { upload, type: 'hut' };
    brought = (await workspace().send<ImportAnswer>('POST', '/api/studio/imports', given, developer)).body.id;
    const tables = await zipOf({ 'huts.csv': `name,altitude\n${MARK} Hut,1200\n` });
    const packed = { upload: await workspace().uploadInPieces(developer, tables, 'huts.zip') };
    moved = (await workspace().send<MoveAnswer>('POST', '/api/studio/moves', packed, developer)).body.id;
    const rehearse = { version: 1, phase: 'rehearse' };
    await workspace().send('POST', `/api/studio/imports/${brought}/start`, rehearse, developer);
    const look = { search: MARK };
    const seen = { type: 'hut', name: MARK, look };
    view = (await workspace().send<ViewAnswer>('POST', '/api/studio/views', seen, developer)).body.id;
    // What is said of a field goes where its values go, also to whoever is told of it.
    const said = { path: ['f_mark'], text: `${MARK} @Ilse`, mentions: [] };
    const told = `/api/studio/entries/${hut.id}/comments`;
    expect((await workspace().send('POST', told, said, developer)).status).toBe(201);
    await postLetters(workspace().services.database, [
      { toName: 'Ilse', toAddress: 'ilse@velmark.example', subject: MARK, body: MARK, link: '/' },
    ]);
    await put('/api/studio/people/p_demo_reader', { version: 1, values: { f_people_mark: MARK } });
  });

  /** An address for each route that is read by GET; a route that is missing here fails the walk. */
  const addresses = (): Readonly<Record<string, readonly string[]>> => ({
    '/api/health': ['/api/health'],
    '/api/ready': ['/api/ready'],
    '/api/studio/session': ['/api/studio/session'],
    '/api/studio/model': ['/api/studio/model'],
    '/api/studio/model/schema': ['/api/studio/model/schema'],
    '/api/studio/model/counts': ['/api/studio/model/counts'],
    '/api/studio/model/fill/:group': groups.map(({ id }) => `/api/studio/model/fill/${id}`),
    '/api/studio/model/profile/:field': ['f_mark', 'f_in_row', 'f_area_mark', 'f_media_mark'].map(
      (id) => `/api/studio/model/profile/${id}?all=true`,
    ),
    '/api/studio/model/history': ['/api/studio/model/history'],
    '/api/studio/model/history/:revision': ['/api/studio/model/history/2'],
    '/api/studio/entries': [
      '/api/studio/entries?type=hut',
      '/api/studio/entries?type=hut&sort=f_mark',
      '/api/studio/entries?type=hut&columns=f_mark',
      '/api/studio/entries?type=hut&columns=f_altitude,f_in_row',
      `/api/studio/entries?type=hut&search=${MARK}`,
      '/api/studio/entries?type=hut&sort=constructor',
    ],
    '/api/studio/entries/export': [
      '/api/studio/entries/export?type=hut&format=csv',
      '/api/studio/entries/export?type=hut&format=jsonl&columns=f_mark',
      `/api/studio/entries/export?type=hut&format=jsonl&search=${MARK}`,
    ],
    '/api/studio/entries/facets': [
      '/api/studio/entries/facets?type=hut',
      `/api/studio/entries/facets?type=hut&filter=${byMark}`,
    ],
    '/api/studio/entries/search': [
      `/api/studio/entries/search?q=${MARK}`,
      '/api/studio/entries/search?q=larch',
    ],
    '/api/studio/findings': ['/api/studio/findings'],
    '/api/studio/loose': ['/api/studio/loose'],
    '/api/studio/findings/mending': [
      '/api/studio/findings/mending?type=hut&field=f_mark&code=wrong_shape&subject=',
    ],
    '/api/studio/entries/overview': ['/api/studio/entries/overview'],
    '/api/studio/entries/titles': [`/api/studio/entries/titles?ids=${hut.id}`],
    '/api/studio/entries/:id': [`/api/studio/entries/${hut.id}`, `/api/studio/entries/${draft.id}`],
    '/api/studio/entries/:id/readiness': [`/api/studio/entries/${draft.id}/readiness`],
    '/api/studio/entries/:id/comments': [`/api/studio/entries/${hut.id}/comments`],
    '/api/studio/entries/:id/schedule': [`/api/studio/entries/${draft.id}/schedule`],
    '/api/studio/entries/:id/revisions': [`/api/studio/entries/${draft.id}/revisions`],
    '/api/studio/entries/:id/revisions/:version': [
      `/api/studio/entries/${draft.id}/revisions/1`,
      `/api/studio/entries/${draft.id}/revisions/2`,
    ],
    // One that a developer asked for.
    '/api/studio/bin': ['/api/studio/bin'],
    '/api/studio/bin/removal/:kind/:id': [`/api/studio/bin/removal/entry/${hut.id}`],
    '/api/studio/bulk': ['/api/studio/bulk?type=hut'],
    '/api/studio/bulk/:id': [`/api/studio/bulk/${bulk}`],
    '/api/studio/backups': ['/api/studio/backups'],
    '/api/studio/backups/:name/file': ['/api/studio/backups/2026-01-01T00-00-00Z.zip/file'],
    '/api/studio/model-files': ['/api/studio/model-files'],
    '/api/studio/moves': ['/api/studio/moves'],
    '/api/studio/moves/export/package': ['/api/studio/moves/export/package'],
    '/api/studio/moves/:id': [`/api/studio/moves/${moved}`],
    '/api/studio/imports': ['/api/studio/imports'],
    '/api/studio/imports/:id': [`/api/studio/imports/${brought}`],
    '/api/studio/imports/:id/rows': [
      `/api/studio/imports/${brought}/rows?phase=rehearse&outcome=changed`,
      `/api/studio/imports/${brought}/rows?phase=rehearse&outcome=refused`,
    ],
    '/api/studio/imports/:id/refused': [`/api/studio/imports/${brought}/refused?phase=rehearse`],
    '/api/studio/tokens': ['/api/studio/tokens'],
    '/api/studio/views': ['/api/studio/views?type=hut'],
    '/api/studio/views/:id': [`/api/studio/views/${view}`],
    '/api/studio/media': ['/api/studio/media', `/api/studio/media?search=${MARK}`],
    '/api/studio/media/:id': [`/api/studio/media/${medium}`],
    '/api/studio/media/:id/uses': [`/api/studio/media/${medium}/uses`],
    '/api/studio/media/facets': [
      '/api/studio/media/facets',
      `/api/studio/media/facets?fields=f_media_mark:${MARK}`,
    ],
    '/api/studio/media-folders': ['/api/studio/media-folders'],
    '/api/studio/media-uploads/:id': ['/api/studio/media-uploads/x'],
    '/api/studio/terms': ['/api/studio/terms', '/api/studio/terms?taxonomy=y_area'],
    '/api/studio/settings': ['/api/studio/settings'],
    '/api/studio/frame': ['/api/studio/frame'],
    '/api/studio/people': ['/api/studio/people'],
    '/api/studio/people/:id/authored': ['/api/studio/people/p_demo_reader/authored'],
    '/api/studio/templates': ['/api/studio/templates'],
    '/api/studio/templates/:id': ['/api/studio/templates/t_hut'],
    '/api/content/v1/openapi.json': ['/api/content/v1/openapi.json'],
    '/api/content/v1/types.ts': ['/api/content/v1/types.ts'],
    '/api/content/v1/taxonomies': ['/api/content/v1/taxonomies'],
    '/api/content/v1/taxonomies/:taxonomy': [
      '/api/content/v1/taxonomies/area',
      '/api/content/v1/taxonomies/area?fields=area_mark',
    ],
    '/api/content/v1/taxonomies/:taxonomy/:name': ['/api/content/v1/taxonomies/area/marked'],
    '/api/content/v1/people': ['/api/content/v1/people', '/api/content/v1/people?fields=people_mark'],
    '/api/content/v1/people/:name': ['/api/content/v1/people/p_demo_reader'],
    '/api/content/v1/media': ['/api/content/v1/media', '/api/content/v1/media?fields=media_mark'],
    '/api/content/v1/media/:name': [`/api/content/v1/media/${medium}`],
    '/api/content/v1/:plural': [
      `/api/content/v1/huts?q=${MARK}`,
      `/api/content/v1/huts?q=${DRAFT_MARK}`,
      '/api/content/v1/huts?facets=mark',
      '/api/content/v1/huts',
      `/api/content/v1/huts?filter[mark][eq]=${MARK}`,
      '/api/content/v1/huts?sort=mark',
      '/api/content/v1/huts?fields=mark,rows',
    ],
    '/api/content/v1/:plural/:slug': [
      '/api/content/v1/huts/larch-hut',
      `/api/content/v1/huts/${draft.id}`,
      `/api/content/v1/huts/${draft.slug}`,
    ],
    '/standins/films/oembed': ['/standins/films/oembed?url=x'],
    '/standins/gazetteer/map.geojson': ['/standins/gazetteer/map.geojson'],
    '/standins/mail': ['/standins/mail'],
    '/standins/gazetteer/search': ['/standins/gazetteer/search?q=a'],
  });

  /** Routes that hold nothing anybody entered, or are walked in other specs. */
  const apart = [
    // A stream: it tells ids and versions, see events.spec.ts.
    '/api/studio/events',
    // Pages show what their template shows: see below.
    '/site',
    // Files, and what the site and the stand-ins ship.
    '/media/',
    '/standins/films/',
    '/favicon.ico',
    '/robots.txt',
    '/*',
  ];

  const ask = async (path: string, cookie: string): Promise<string> =>
    JSON.stringify((await workspace().get<unknown>(path, cookie)).body);

  it('is known to this walk', () => {
    const known = Object.keys(addresses());
    const routes = workspace().app.routes.filter(({ method }) => method === 'GET');
    for (const { path } of routes) {
      const walked = known.includes(path) || apart.some((each) => path === each || path.startsWith(each));
      expect(walked).withContext(`GET ${path} is walked by role`).toBeTrue();
    }
  });

  it('shows developers what is theirs, so that the walk could find it', async () => {
    expect(await ask(`/api/studio/entries/${hut.id}`, developer)).toContain(MARK);
    expect(await ask('/api/studio/entries?type=hut&columns=f_mark', developer)).toContain(MARK);
    expect(await ask(`/api/studio/bulk/${bulk}`, developer)).toContain(MARK);
    for (const path of ['/api/studio/terms', '/api/studio/people', `/api/studio/media/${medium}`])
      expect(await ask(path, developer))
        .withContext(path)
        .toContain(MARK);
  });

  it('keeps what is for developers from editors, readers and everybody else', async () => {
    const cookies = [await workspace().signIn(1), await workspace().signIn(3), ''];
    for (const cookie of cookies) {
      const who = cookie === '' ? 'anybody' : (demoPeople[cookies.indexOf(cookie) === 0 ? 1 : 3]?.name ?? '');
      for (const path of Object.values(addresses()).flat()) {
        const text = (await ask(path, cookie)).replaceAll(encodeURIComponent(MARK), '');
        expect(text.includes(MARK)).withContext(`${who} reads ${path}`).toBeFalse();
        if (cookie === '') expect(text.includes(DRAFT_MARK)).withContext(`anybody reads ${path}`).toBeFalse();
      }
    }
  });

  it('finds nobody an entry by words they may not see', async () => {
    const editor = await workspace().signIn(1);
    const { total } = (
      await workspace().get<{ total: number }>(`/api/studio/entries?type=hut&search=${MARK}`, editor)
    ).body;
    expect(total).toBe(0);
  });

  it('keeps the order of entries from telling what an editor may not see', async () => {
    for (const [title, mark] of [
      ['Aa', 'z'],
      ['Bb', 'y'],
      ['Cc', 'x'],
    ])
      await workspace().createHut(developer, { ...values, f_mark: mark ?? '' }, { title });
    const editor = await workspace().signIn(1);
    const sorted = (cookie: string) =>
      workspace().get<{ items: { title: string }[] }>('/api/studio/entries?type=hut&sort=f_mark', cookie);
    const { items } = (await sorted(developer)).body;
    expect(items.map(({ title }) => title).slice(-3)).toEqual(['Cc', 'Bb', 'Aa']);
    expect((await sorted(editor)).status).toBe(400);
  });

  it('previews a template without what the person may not see, rows and conditions included', async () => {
    const preview = async (cookie: string, content: object): Promise<string> => {
      const request = { type: 't_hut', entry: hut.id, content };
      return JSON.stringify(
        (await workspace().send<unknown>('POST', '/api/studio/templates/preview', request, cookie)).body,
      );
    };
    const editor = await workspace().signIn(1);
    expect(await preview(developer, EVERYTHING)).toContain(MARK);
    for (const cookie of [editor, await workspace().signIn(3)]) {
      const text = await preview(cookie, EVERYTHING);
      expect(text).toContain('Larch Hut');
      expect(text).not.toContain(MARK);
    }
    const guess = {
      mode: 'blocks',
      liquid: '',
      blocks: [
        {
          id: 'b_1',
          kind: 'heading',
          properties: { text: { constant: 'guessed' } },
          shownWhen: { kind: 'field', field: 'f_mark', operator: 'is', value: MARK },
        },
      ],
    };
    // On the page itself; what would be saved is told beside it.
    const shown = '<!--block b_1--><h2>guessed';
    expect(await preview(developer, guess)).toContain(shown);
    expect(await preview(editor, guess)).not.toContain(shown);
    // A list tells nothing by what it leaves out, nor by its order, nor by what has the same.
    const guessing = (query: object) => ({
      mode: 'blocks',
      liquid: '',
      blocks: [
        {
          id: 'b_2',
          kind: 'list',
          properties: {
            rows: { constant: '*t_hut' },
            columns: { constant: [{ field: 'slug', format: null }] },
            empty: { constant: 'none at all' },
          },
          query: { itself: true, ...query },
        },
      ],
    });
    const path = [{ kind: 'field', field: 'f_mark' }];
    for (const query of [
      { condition: { kind: 'path', path, operator: 'is', value: MARK } },
      { sort: { path: 'f_mark', descending: false } },
      { alike: [{ path: 'f_mark', as: 'f_mark' }] },
    ]) {
      const found = `<li>${hut.slug}</li>`;
      const [one, other] = [
        await preview(developer, guessing(query)),
        await preview(editor, guessing(query)),
      ];
      expect(one).withContext(JSON.stringify(query)).toContain(found);
      expect(other).withContext(JSON.stringify(query)).not.toContain(found);
    }
    expect(await preview(editor, guess)).toContain('<main id=\\"content\\" tabindex=\\"-1\\">\\n\\n</main>');
  });

  it('answers saves and refusals without it, and keeps it', async () => {
    const editor = await workspace().signIn(1);
    const mine = (await workspace().get<EntryAnswer>(`/api/studio/entries/${hut.id}`, editor)).body;
    const { version, title, slug, status } = mine;
    const save = (more: object) =>
      workspace().send<unknown>(
        'PUT',
        `/api/studio/entries/${hut.id}`,
        { version, title, slug, status, values: mine.values, ...more },
        editor,
      );
    const answers = [
      await save({ values: { ...mine.values, f_altitude: 'high' } }),
      await save({ title: 'Larch Hut again' }),
      await save({ title: 'Too late' }),
    ];
    expect(answers.map((each) => each.status)).toEqual([422, 200, 409]);
    for (const { body } of answers) expect(JSON.stringify(body)).not.toContain(MARK);
    const now = (await workspace().get<EntryAnswer>(`/api/studio/entries/${hut.id}`, developer)).body;
    for (const [id, value] of Object.entries(values)) expect<unknown>(now.values[id]).toEqual(value);
  });

  it('tells an editor that something of developers is wrong, not what', async () => {
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_mark',
      patch: { settings: { maxLength: 3 } },
    });
    const editor = await workspace().signIn(1);
    const mine = (await workspace().get<EntryAnswer>(`/api/studio/entries/${hut.id}`, editor)).body;
    const { version, title, slug, status } = mine;
    const { status: answered, body } = await workspace().send(
      'PUT',
      `/api/studio/entries/${hut.id}`,
      { version, title, slug, status, values: mine.values },
      editor,
    );
    expect([answered, body.errors?.map(({ code }) => code)]).toEqual([422, ['for_developers']]);
    expect(JSON.stringify(body)).not.toContain('Only developers f_mark');
  });
});
