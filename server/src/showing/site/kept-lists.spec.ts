import type { EntryAnswer, TemplateAnswer, TermAnswer } from '@tovlet/core/contracts/studio';
import { listedQuerySchema } from '@tovlet/core/queries/listed';
import { block, type Block } from '@tovlet/core/templates/template';
import fc from 'fast-check';
import { eachWithWorkspace } from '../../testing/workspace';

const list = (id: string, rows: string, query: object, ...columns: readonly string[]): Block =>
  block({
    id,
    kind: 'table',
    properties: {
      rows: { constant: rows },
      columns: { constant: columns.map((field) => ({ field, format: null })) },
      empty: { constant: `none of ${id}` },
    },
    query: listedQuerySchema.parse(query),
  });

/** Something that happens to the content, by numbers that are drawn. */
interface Edit {
  readonly kind: 'altitude' | 'area' | 'term' | 'publish' | 'delete' | 'add' | 'route';
  readonly which: number;
  readonly to: number;
}
const anyEdit: fc.Arbitrary<Edit> = fc.record({
  kind: fc.constantFrom('altitude', 'area', 'term', 'publish', 'delete', 'add', 'route'),
  which: fc.nat(5),
  to: fc.nat(5),
});

describe('kept pages with lists', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  let terms: readonly string[];
  let huts: string[];
  let made = 0;
  /** The hut whose page is looked at. */
  let first = 1;

  const put = async (id: string, patch: (entry: EntryAnswer) => object): Promise<void> => {
    const address = `/api/studio/entries/${id}`;
    const { body, status } = await workspace().get<EntryAnswer>(address, developer);
    if (status !== 200) return;
    const { version, slug, title, values } = body;
    const given = { version, slug, title, values, status: body.status, ...patch(body) };
    const answer = await workspace().send('PUT', address, given, developer);
    expect(answer.status).withContext(JSON.stringify(answer.body)).toBe(200);
  };
  const addTerm = async (label: string, parent: string | null): Promise<string> => {
    const given = { taxonomy: 'y_area', label, slug: label.toLowerCase().replace(/ /g, '-'), parent };
    return (await workspace().send<TermAnswer>('POST', '/api/studio/terms', given, developer)).body.id;
  };
  const addHut = async (values: object): Promise<void> => {
    made += 1;
    const more = { title: `Hut ${made}`, slug: `hut-${made}` };
    const { body, status } = await workspace().createHut(developer, { ...values }, more);
    expect(status).withContext(JSON.stringify(body)).toBe(201);
    huts.push(body.id);
  };
  const addRoute = async (from: string): Promise<void> => {
    made += 1;
    const { body, status } = await workspace().send(
      'POST',
      '/api/studio/entries',
      {
        type: 't_route',
        title: `Route ${made}`,
        slug: `route-${made}`,
        status: 'published',
        values: { f_route_from: from, f_route_to: from, f_difficulty: 'easy', f_length: made, f_hours: 1 },
      },
      developer,
    );
    expect(status).withContext(JSON.stringify(body)).toBe(201);
  };
  const remove = async (id: string): Promise<void> => {
    const { body } = await workspace().get<EntryAnswer>(`/api/studio/entries/${id}`, developer);
    const address = `/api/studio/entries/${id}?version=${body.version}`;
    const { status } = await workspace().send('DELETE', address, undefined, developer);
    // A hut that a route needs stays.
    expect([200, 204, 409]).toContain(status);
  };
  const at = (ids: readonly string[], index: number): string => ids[index % ids.length] ?? '';

  const edits: Readonly<Record<Edit['kind'], (which: number, to: number) => Promise<void>>> = {
    altitude: (which, to) =>
      put(at(huts, which), ({ values }) => ({ values: { ...values, f_altitude: 1000 + to * 300 } })),
    area: (which, to) =>
      put(at(huts, which), ({ values }) => ({ values: { ...values, f_y_area: at(terms, to) } })),
    term: async (which) => {
      // No two terms of a tree are called the same.
      made += 1;
      const id = at(terms, which);
      const { body } = await workspace().get<readonly TermAnswer[]>(
        '/api/studio/terms?taxonomy=y_area',
        developer,
      );
      const found = body.find((each) => each.id === id);
      const given = { version: found?.version, label: `Term ${made}`, slug: found?.slug, values: {} };
      const { status } = await workspace().send('PUT', `/api/studio/terms/${id}`, given, developer);
      expect(status).toBe(200);
    },
    publish: (which, to) => put(at(huts, which), () => ({ status: to % 2 === 0 ? 'published' : 'draft' })),
    delete: async (which) => {
      if (huts.length < 3) return;
      const [gone] = huts.splice(1 + (which % (huts.length - 1)), 1);
      await remove(gone ?? '');
    },
    add: (_which, to) => addHut({ f_altitude: 1000 + to * 300, f_y_area: at(terms, to) }),
    route: (which) => addRoute(at(huts, which)),
  };

  it('are what they would be if they were made anew, whatever was edited', async () => {
    developer = await workspace().signIn();
    const [high, same, far] = [
      list(
        'b_high',
        '*t_hut',
        {
          condition: {
            kind: 'path',
            path: [{ kind: 'field', field: 'f_altitude' }],
            operator: 'greater_or_equal',
            value: 1600,
          },
          sort: { path: 'f_altitude', descending: true },
          take: 2,
        },
        'title',
        'f_altitude',
      ),
      list('b_same', '*t_hut', { alike: [{ path: 'f_y_area/^', as: 'f_y_area' }] }, 'title', 'f_y_area'),
      list(
        'b_far',
        '*t_route',
        {
          condition: {
            kind: 'path',
            path: [
              { kind: 'field', field: 'f_route_from' },
              { kind: 'field', field: 'f_altitude' },
            ],
            operator: 'less',
            value: 1900,
          },
          sort: { path: 'f_length', descending: false },
        },
        'title',
        'f_route_from',
      ),
    ];
    const content = { mode: 'blocks', liquid: '', blocks: [high, same, far] };
    const saved = await workspace().send<TemplateAnswer>(
      'PUT',
      '/api/studio/templates/t_hut',
      { version: 0, content },
      developer,
    );
    expect(saved.status).toBe(200);
    let asked = 0;
    const page = async (parameters = ''): Promise<string> =>
      (await workspace().get<string>(`/site/huts/hut-${first}${parameters}`)).body;
    await fc.assert(
      fc.asyncProperty(fc.array(anyEdit, { minLength: 4, maxLength: 8 }), async (changes) => {
        huts = [];
        first = made + 1;
        const north = await addTerm(`North ${asked}`, null);
        terms = [north, await addTerm(`Kest ${asked}`, north)];
        await addHut({ f_altitude: 1500, f_y_area: north });
        await addHut({ f_altitude: 2100, f_y_area: at(terms, 1) });
        await addRoute(at(huts, 0));
        for (const { kind, which, to } of changes) {
          await page();
          await edits[kind](which, to);
          asked += 1;
          // No entry minds what is asked for behind its address: it is made anew.
          expect(await page())
            .withContext(kind)
            .toBe(await page(`?anew=${asked}`));
        }
      }),
      { numRuns: 8 },
    );
  }, 120_000);
});
