import { demoModel } from '@tovlet/demo';
import fc from 'fast-check';
import { eachWithWorkspace, type GraphqlAnswer } from '../testing/workspace';

/** What nobody expects where a name or a value stands. */
const ODD = [
  '',
  'constructor',
  '__proto__',
  'toString',
  'null',
  'banana',
  '-1',
  '1e999',
  '9'.repeat(400),
  '2026-02-31',
  '2026-05-31T18:30:00Z',
  '10000-01-01',
  'a,b,,c',
  "'; DROP TABLE entry --",
  '\u0000',
  '\ud800',
  '💧‮',
  '%',
  '[',
  '{"a":1}',
  'e_1',
];
const OPERATORS = 'eq ne gt gte lt lte in contains starts has has_any empty like'.split(' ');
const TYPES = [...demoModel.contentTypes.map(({ pluralKey }) => pluralKey), 'constructor', 'nothing'];
const KEYS = [
  ...demoModel.groups.flatMap(({ fields }) => fields.map(({ key }) => key)),
  'title',
  'slug',
  'id',
  'status',
  'published_at',
  'updated_at',
];

const odd = fc.constantFrom(...ODD);
const name = fc.oneof({ weight: 4, arbitrary: fc.constantFrom(...KEYS) }, odd);
const value = fc.oneof(
  odd,
  fc.string({ maxLength: 12 }),
  fc.integer().map(String),
  fc.constantFrom('true', 'false'),
);
const operator = fc.oneof({ weight: 9, arbitrary: fc.constantFrom(...OPERATORS) }, odd);

/** Keys over several things, also there and back without end. */
const onwards = fc.constantFrom('wardens', 'huts', 'huts_by_wardens', 'wardens_by_huts', 'start', 'area');
const way = fc
  .tuple(fc.array(fc.oneof({ weight: 3, arbitrary: onwards }, name), { maxLength: 9 }), name)
  .map(([keys, last]) => [...keys, last].join('.'));

const parameter = fc.oneof(
  fc.tuple(name, operator, value).map(([key, kind, text]) => [`filter[${key}][${kind}]`, text] as const),
  fc.tuple(name, value).map(([key, text]) => [`filter[${key}]`, text] as const),
  fc
    .array(name, { maxLength: 7 })
    .map((keys) => ['sort', keys.map((key, at) => (at % 2 ? `-${key}` : key)).join()] as const),
  fc.array(way, { maxLength: 5 }).map((keys) => ['fields', keys.join()] as const),
  fc.array(way, { maxLength: 3 }).map((keys) => ['include', keys.join()] as const),
  fc.tuple(fc.constantFrom('page[size]', 'page[after]', 'page', 'x'), value),
);
const address = fc
  .tuple(fc.constantFrom(...TYPES), fc.array(parameter, { maxLength: 4 }))
  .map(([type, parameters]) => {
    const written = parameters.map(([key, text]) => `${key}=${encodeURIComponent(text.toWellFormed())}`);
    return `/api/content/v1/${type}?${written.join('&')}`;
  });

const literal = fc.oneof(
  odd.map((text) => JSON.stringify(text.toWellFormed())),
  fc.integer().map(String),
  fc.constantFrom('null', 'true', '[]', '[1, null]', '{}', 'ENUM', '$missing', '1.5e300', '""'),
);
const { selection } = fc.letrec<{ selection: string; part: string }>((tie) => ({
  part: fc.oneof(
    { maxDepth: 4 },
    { weight: 3, arbitrary: name.map((key) => key.replace(/\W/g, '') || 'id') },
    fc
      .tuple(
        fc.constantFrom(
          ...['nodes', 'huts', 'tours', 'prices', 'pageInfo', 'picture', '__type', 'edges'],
          ...['wardens', 'huts_by_wardens', 'area', 'ancestor_or_self', 'start'],
        ),
        tie('selection'),
      )
      .map(([key, inner]) => `${key} ${inner}`),
    fc
      .tuple(fc.constantFrom(...OPERATORS), name, literal, tie('selection'))
      .map(
        ([kind, key, text, inner]) =>
          `huts(first: 3, filter: { ${key.replace(/\W/g, '') || 'x'}: { ${kind}: ${text} } }) ${inner}`,
      ),
    fc
      .tuple(literal, literal, tie('selection'))
      .map(([a, b, inner]) => `huts(first: ${a}, after: ${b}) ${inner}`),
    fc.tuple(literal, tie('selection')).map(([a, inner]) => `hut(slug: ${a}) ${inner}`),
    tie('selection').map((inner) => `... on Hut ${inner}`),
    fc.constant('...a'),
  ),
  selection: fc.array(tie('part'), { minLength: 1, maxLength: 4 }).map((parts) => `{ ${parts.join(' ')} }`),
}));
const sound = fc
  .tuple(fc.constantFrom('altitude', 'title', 'opened', 'phone'), fc.constantFrom(...OPERATORS), literal)
  .map(
    ([key, kind, text]) =>
      `{ huts(first: 2, filter: { ${key}: { ${kind}: ${text} } }) { totalCount nodes { title ${key} } } }`,
  );
const query = fc.oneof(
  sound,
  selection,
  fc
    .tuple(literal, literal, selection)
    .map(
      ([first, sort, inner]) =>
        `{ wardens { nodes { huts_by_wardens(first: ${first}, sort: [${sort}]) { totalCount nodes ${inner} } } } }`,
    ),
  fc.tuple(selection, selection).map(([asked, fragment]) => `${asked} fragment a on Hut ${fragment}`),
  fc.string({ maxLength: 40 }),
);

/** A few of each at every run; TOVLET_RANDOM_REQUESTS asks for more. */
const numRuns = Number(process.env['TOVLET_RANDOM_REQUESTS'] ?? 300);

describe('requests that nobody would think of', () => {
  const workspace = eachWithWorkspace();
  beforeEach(async () => {
    const editor = await workspace().signIn(1);
    for (const title of ['Larch Hut', 'Vessmar Hut']) await workspace().createHut(editor, {}, { title });
  });

  it('are answered or refused over REST, never failed', async () => {
    const answers = new Set<number>();
    const property = fc.asyncProperty(address, async (asked) => {
      const { status } = await workspace().get(asked);
      answers.add(status);
      return status < 500;
    });
    await fc.assert(property, { numRuns });
    expect(answers).toEqual(new Set([200, 400, 404]));
  }, 600_000);

  it('are answered or refused over GraphQL, never failed', async () => {
    let answered = 0;
    const property = fc.asyncProperty(query, async (asked) => {
      const answer = await workspace().send<GraphqlAnswer<unknown>>('POST', '/api/graphql', { query: asked });
      const told = JSON.stringify(answer.body.errors ?? []);
      if (told === '[]') answered += 1;
      return answer.status < 500 && !/Failed query|is not a function|Cannot read|went wrong/i.test(told);
    });
    await fc.assert(property, { numRuns });
    expect(answered).toBeGreaterThan(0);
  }, 600_000);
});
