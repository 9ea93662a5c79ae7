import { PROGRAMS } from '@tovlet/core/access/audience';
import { objectName } from '@tovlet/core/delivery/type-names';
import { isJsonList, isJsonObject, type JsonObject } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import type { Path, Step } from '@tovlet/core/paths/path';
import { isPathProblem, resolvePath } from '@tovlet/core/paths/resolve';
import type { PathContext, Standing } from '@tovlet/core/paths/standing';
import { keysOfStep, takeStep } from '@tovlet/core/paths/steps/index';
import { valuesAt } from '@tovlet/core/queries/evaluate';
import { drawPath } from '@tovlet/core/testing/random-query';
import { RandomSource } from '@tovlet/core/testing/random-source';
import { drawContent, RandomWorld } from '@tovlet/core/testing/random-world';
import { graphql } from 'graphql';
import type { Database } from '../../db/connect';
import { plainValues, writeContent } from '../../testing/random-content';
import { eachWithWorkspace, TestWorkspace } from '../../testing/workspace';
import { contextFor } from './context';
import { graphqlSchema } from './schema';

const CONTENTS = 6;
const PATHS = 40;

/** Keys in one another, and what is selected of the last. */
const nested = (keys: readonly string[], inner: string): string =>
  keys.reduceRight(
    (below, key, index) => (index === keys.length - 1 ? `${key}${below}` : `${key} { ${below} }`),
    inner,
  );

/** What is selected of where one step leads. */
function innerOf(step: Step, rest: Path, at: Standing, context: PathContext): string {
  const hop = takeStep(step, at, false, context);
  if (hop.kind !== 'hop') return '';
  const further = rest.length > 0 ? selectionOf(rest, hop.hop.to, context) : 'id';
  return step.kind === 'backwards' ? `(first: 200) { nodes { ${further} } }` : ` { ${further} }`;
}

/** Selects what a path leads to, and of references their ids. */
function selectionOf([step, ...rest]: Path, at: Standing, context: PathContext): string {
  if (!step) return '';
  const on = (types: readonly CompiledType[]): string | null => {
    const here = { ...at, types };
    if (takeStep(step, here, rest.length === 0, context).kind === 'refused') return null;
    return nested(keysOfStep(step, here, context), innerOf(step, rest, here, context));
  };
  if (at.types.length === 1 || step.kind === 'property') return on(at.types) ?? 'id';
  const parts = at.types.flatMap((type) => {
    const own = on([type]);
    return own === null ? [] : [`... on ${objectName(type.contentType.key)} { ${own} }`];
  });
  return parts.join(' ') || 'id';
}

/** All that was answered, whatever it stands in. */
function leaves(value: unknown): readonly unknown[] {
  if (value === null || value === undefined) return [];
  if (Array.isArray(value)) return value.flatMap(leaves);
  return typeof value === 'object' ? Object.values(value).flatMap(leaves) : [value];
}

/** Compares what GraphQL answers to selections along random paths with what the paths mean in memory. */
async function differences(database: Database, seed: number): Promise<readonly string[]> {
  const random = new RandomSource(seed);
  const content = drawContent(random);
  const { model } = content;
  await writeContent(database, content);
  const world = new RandomWorld(content, PROGRAMS);
  const context: PathContext = { model, audience: PROGRAMS };
  const schema = graphqlSchema(model);
  const different: string[] = [];
  for (let count = 0; count < PATHS; count += 1) {
    const type = random.of(model.types);
    const at: Standing = { kind: 'entry', types: [type] };
    const { steps, ...path } = drawPath(at, context, random);
    // An entry that a relation is not for any more is no entry of its type: it cannot stand there.
    const onwards = resolvePath([...steps, { kind: 'property', property: 'id' }], at, context);
    const [last] = isPathProblem(onwards) ? [] : onwards.hops.slice(-1);
    const isOfType = (id: unknown): boolean => {
      const entry = last?.kind === 'forward' ? world.thing('entry', String(id)) : null;
      return !entry || !last || last.to.types.includes(entry.type);
    };
    const selection = selectionOf(steps, at, context);
    const source = `{ all: ${type.contentType.pluralKey}(first: 50) { nodes { own: id ${selection} } } }`;
    const { data, errors } = await graphql({ schema, source, contextValue: contextFor(database, model) });
    if (errors) different.push(`seed ${seed}: ${source}: ${errors.map(String).join(' ')}`);
    const all = (data?.['all'] ?? {}) as { readonly nodes?: readonly JsonObject[] };
    for (const { own, ...rest } of all.nodes ?? []) {
      const thing = world.thing('entry', String(own));
      const expected = thing ? plainValues(valuesAt(path, thing, world)).filter(isOfType) : [];
      const answered = plainValues(leaves(rest));
      if (answered.join() !== expected.join())
        different.push(
          `seed ${seed}: ${source} answers [${answered}] for ${String(own)}, but means [${expected}]`,
        );
    }
  }
  return different;
}

describe('what GraphQL answers along relations', () => {
  it('is what the same paths mean in memory, whatever is hidden, a draft or kept from programs', async () => {
    const workspace = await TestWorkspace.open();
    try {
      const first = Math.floor(Math.random() * 1_000_000);
      const found: string[] = [];
      for (let run = 0; run < CONTENTS; run += 1)
        found.push(...(await differences(workspace.services.database, first + run)));
      expect(found).toEqual([]);
    } finally {
      await workspace.close();
    }
  }, 120_000);

  describe('in a workspace of huts', () => {
    const workspace = eachWithWorkspace();
    let editor: string;
    const make = async (type: string, title: string, values: JsonObject): Promise<string> => {
      const made = { type, title, status: 'published', values };
      const { body } = await workspace().send<{ id: string }>('POST', '/api/studio/entries', made, editor);
      return body.id;
    };
    const ask = async (query: string): Promise<unknown> => {
      const { data, errors } = await workspace().graphql(query);
      return errors ? errors.map(({ message }) => message) : data;
    };
    beforeEach(async () => {
      editor = await workspace().signIn(1);
      const ids: string[] = [];
      for (const [title, years] of [
        ['Ada', 30],
        ['Bo', 3],
        ['Cleo', 12],
      ] as const)
        ids.push(await make('warden', title, { f_years: years }));
      await workspace().createHut(editor, { f_altitude: 900, f_wardens: ids }, { title: 'Low' });
      await workspace().createHut(
        editor,
        { f_altitude: 2000, f_wardens: ids.slice(0, 1) },
        { title: 'High' },
      );
    });

    it('goes on from relations, there and back, as far as is asked', async () => {
      expect(
        await ask(
          '{ hut(slug: "low") { wardens { title years huts_by_wardens(first: 1) { nodes { altitude } } } } }',
        ),
      ).toEqual({
        hut: {
          wardens: [
            { title: 'Ada', years: 30, huts_by_wardens: { nodes: [{ altitude: 2000 }] } },
            { title: 'Bo', years: 3, huts_by_wardens: { nodes: [{ altitude: 900 }] } },
            { title: 'Cleo', years: 12, huts_by_wardens: { nodes: [{ altitude: 900 }] } },
          ],
        },
      });
    });

    it('filters, sorts, pages and counts what leads back, several times in one selection', async () => {
      const page = (given: string, wanted: string) => `huts_by_wardens(${given}) { ${wanted} }`;
      const query = `{ warden(slug: "ada") {
        low: ${page('filter: { altitude: { lt: 1000 } }', 'nodes { title } totalCount')}
        first: ${page('first: 1, sort: [ALTITUDE_DESC]', 'nodes { title } totalCount pageInfo { hasNextPage }')}
        none: ${page('filter: { altitude: { gt: 9000 } }', 'nodes { title } totalCount partial')}
      } }`;
      expect(await ask(query)).toEqual({
        warden: {
          low: { nodes: [{ title: 'Low' }], totalCount: 1 },
          first: { nodes: [{ title: 'High' }], totalCount: 2, pageInfo: { hasNextPage: true } },
          none: { nodes: [], totalCount: 0, partial: false },
        },
      });
    });

    it('pages on behind a cursor of a list that leads back', async () => {
      const read = async (after: string): Promise<JsonObject> => {
        const wanted = 'edges { cursor node { title } } pageInfo { hasPreviousPage hasNextPage }';
        const answer = await ask(
          `{ warden(slug: "ada") { huts_by_wardens(first: 1, sort: [ALTITUDE_ASC]${after}) { ${wanted} } } }`,
        );
        const { warden } = answer as { warden: { huts_by_wardens: JsonObject } };
        return warden.huts_by_wardens;
      };
      const first = await read('');
      const edges = first['edges'] ?? null;
      const edge = isJsonList(edges) && isJsonObject(edges[0] ?? null) ? (edges[0] as JsonObject) : {};
      expect<unknown>(edge['node']).toEqual({ title: 'Low' });
      const second = await read(`, after: "${String(edge['cursor'])}"`);
      expect<unknown>(second).toEqual({
        edges: [{ cursor: jasmine.any(String), node: { title: 'High' } }],
        pageInfo: { hasPreviousPage: true, hasNextPage: false },
      });
      expect(await ask('{ warden(slug: "ada") { huts_by_wardens(after: "x") { totalCount } } }')).toEqual([
        jasmine.stringContaining('is not a cursor'),
      ]);
    });

    it('reads nothing that is not selected, and as much for one as for many', async () => {
      const { database } = workspace().services;
      const select = spyOn(database, 'select').and.callThrough();
      const statements = async (query: string): Promise<number> => {
        select.calls.reset();
        await ask(query);
        return select.calls.count();
      };
      // The key that cursors are signed with is read once.
      await ask('{ huts(first: 2) { nodes { slug } } }');
      const deep = 'wardens { years huts_by_wardens { nodes { altitude wardens { title } } } }';
      const [title, one, all] = [
        await statements('{ huts(first: 2) { nodes { title } } }'),
        await statements(`{ huts(first: 1) { nodes { ${deep} } } }`),
        await statements(`{ huts(first: 2) { nodes { ${deep} } } }`),
      ];
      expect(one).toBe(all);
      expect(title).toBeLessThan(all);
      // Whether it is selected is decided by directives as well.
      expect(
        await statements(`{ huts(first: 2) { nodes { title ... @include(if: false) { ${deep} } } } }`),
      ).toBe(title);
    });

    it('reads twenty single entries in as many statements as a few', async () => {
      const { database } = workspace().services;
      const select = spyOn(database, 'select').and.callThrough();
      const names = ['low', 'high', 'nobody'];
      const many = (count: number, wanted: string): string =>
        Array.from({ length: count }, (_, at) => `a${at}: hut(slug: "${names[at % 3]}") { ${wanted} }`).join(
          ' ',
        );
      const answer = await ask(
        `{ ${many(18, 'title altitude wardens { title }')} one: hut(slug: "low") { picture { url } } }`,
      );
      expect(select.calls.count()).toBeLessThanOrEqual(4);
      expect(answer).toEqual(
        jasmine.objectContaining({
          a1: { title: 'High', altitude: 2000, wardens: [{ title: 'Ada' }] },
          a2: null,
          a3: {
            title: 'Low',
            altitude: 900,
            wardens: jasmine.arrayWithExactContents([{ title: 'Ada' }, { title: 'Bo' }, { title: 'Cleo' }]),
          },
          one: { picture: null },
        }),
      );
    });

    it('refuses what would be too much, however it stands in itself', async () => {
      const bomb = (levels: number): string =>
        levels === 0 ? 'title' : `wardens { huts_by_wardens(first: 100) { nodes { ${bomb(levels - 1)} } } }`;
      expect(await ask(`{ huts(first: 100) { nodes { ${bomb(3)} } } }`)).toEqual([
        jasmine.stringContaining('asks for too much'),
      ]);
    });
  });
});
