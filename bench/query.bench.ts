import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PROGRAMS, VISITORS } from '@tovlet/core/access/audience';
import { siteWords } from '@tovlet/core/lists/words/index';
import { parseQuery } from '@tovlet/core/delivery/query';
import type { Field, ModelDocument } from '@tovlet/core/model/document';
import { listedQuerySchema } from '@tovlet/core/queries/listed';
import { facetsOf } from '@tovlet/core/queries/facets';
import { demoEntries, demoModel, demoTerms, type DemoEntry } from '@tovlet/demo';
import { connect, selectRows, type Database } from '@tovlet/server/db/connect';
import { countFacet } from '@tovlet/server/db/query/facets';
import { Aliases } from '@tovlet/server/db/query/place';
import { term } from '@tovlet/server/db/schema/index';
import { typeTableOf } from '@tovlet/server/db/type-table';
import { listedEntries } from '@tovlet/server/delivery/listed-entries';
import { readThings } from '@tovlet/server/delivery/things';
import { findEntries } from '@tovlet/server/delivery/find';
import { insertEntries } from '@tovlet/server/demo/load';
import { rebuild } from '@tovlet/server/derived/refill';
import { foundList } from '@tovlet/server/showing/site/lists/found-list';
import { filesIn } from '@tovlet/server/files/files-in';
import { writeAncestry } from '@tovlet/server/terms/queries';
import { ensureWorkspace, openServices } from '@tovlet/server/workspace';
import { sql } from 'drizzle-orm';
import { benchmarkHuts } from './huts';
import { comparedWith, ratio, type Benchmark } from './measure';

const HUTS = 100_000;

const withPrice = (fields: readonly Field[]): readonly Field[] =>
  fields.map((field) => ({
    ...field,
    filterable: field.filterable || field.id === 'f_price_member',
    fields: withPrice(field.fields),
  }));

/** The demo's model with a price that lists can be filtered by. */
const model: ModelDocument = {
  ...demoModel,
  groups: demoModel.groups.map((group) => ({ ...group, fields: withPrice(group.fields) })),
};

/** Huts that each have two wardens. */
function withWardens(): readonly DemoEntry[] {
  const wardens = demoEntries(24).filter(({ typeId }) => typeId === 't_warden');
  const huts = benchmarkHuts(HUTS).map((hut, index) => {
    const two = [index, index + 5].map((at) => wardens[at % wardens.length]?.id ?? '');
    return { ...hut, values: { ...hut.values, f_wardens: two } };
  });
  return [...wardens, ...huts];
}

const WANTED = new URLSearchParams([
  ['filter[altitude][gte]', '1500'],
  ['filter[wardens.years][gte]', '20'],
  ['filter[prices.member_price][lt]', '14'],
  ['filter[area.ancestor_or_self][eq]', 'n_region_1'],
  ['sort', '-altitude'],
]);

/** The best that somebody would write by hand for this one question. */
const byHand = (database: Database): Promise<unknown> =>
  database.execute(sql`
    SELECT e.id, e.slug, e.title, e."values" FROM (
      SELECT entry_id, f_altitude FROM ix_t_hut AS hut
      WHERE status = 'published' AND f_altitude >= 1500
        AND EXISTS (SELECT 1 FROM unnest(f_price_member) AS price WHERE price < 14)
        AND EXISTS (SELECT 1 FROM term_ancestor AS above WHERE above.term_id = hut.f_y_area AND above.ancestor_id = 'n_region_1')
        AND EXISTS (
          SELECT 1 FROM entry_link AS link JOIN ix_t_warden AS warden ON warden.entry_id = link.target_id
          WHERE link.entry_id = hut.entry_id AND link.field_id = 'f_wardens'
            AND warden.status = 'published' AND warden.f_years >= 20)
      ORDER BY f_altitude DESC, entry_id DESC LIMIT 26) AS page
    JOIN entry e ON e.id = page.entry_id ORDER BY page.f_altitude DESC, e.id DESC`);

/** What a filtered list is counted by. */
const FACETS = ['winter_room', 'area', 'facilities', 'altitude', 'opened'];

/** What a visitor narrows the list of the site by. */
const VISITOR_ASKS = [['altitude-from', '1500']] as const;

/** Five counts of a filtered list as somebody would write them by hand. */
async function facetsByHand(database: Database): Promise<unknown> {
  const where = sql`status = 'published' AND f_altitude >= 1500`;
  const counts = [
    sql`SELECT f_winter_room, count(*) FROM ix_t_hut WHERE ${where} GROUP BY 1`,
    sql`SELECT ancestor_id, count(DISTINCT entry_id) FROM ix_t_hut JOIN term_ancestor ON term_id = f_y_area WHERE ${where} GROUP BY 1`,
    sql`SELECT facility, count(*) FROM ix_t_hut, unnest(f_y_facility) AS facility WHERE ${where} GROUP BY 1`,
    sql`SELECT floor(f_altitude / 200), count(*) FROM ix_t_hut WHERE status = 'published' GROUP BY 1`,
    sql`SELECT left(f_opened, 4), count(*) FROM ix_t_hut WHERE ${where} GROUP BY 1`,
  ];
  return Promise.all(counts.map((count) => database.execute(count)));
}

/** What a list of the site asks for, as somebody would write it by hand: a page, how many there are, and six counts. */
async function listByHand(database: Database): Promise<unknown> {
  const where = sql`status = 'published' AND f_altitude >= 1500`;
  return Promise.all([
    database.execute(sql`
      SELECT e.id, e.slug, e.title, e."values" FROM (
        SELECT entry_id, title FROM ix_t_hut WHERE ${where} ORDER BY title, entry_id LIMIT 24) AS page
      JOIN entry e ON e.id = page.entry_id ORDER BY page.title, e.id`),
    database.execute(sql`SELECT count(*) FROM ix_t_hut WHERE ${where}`),
    database.execute(sql`SELECT floor(f_total_beds / 10), count(*) FROM ix_t_hut WHERE ${where} GROUP BY 1`),
    facetsByHand(database),
  ]);
}

/** What a list on the page of a hut goes through: those in its area or below, high ones first. */
const LISTED = listedQuerySchema.parse({
  condition: {
    kind: 'path',
    path: [{ kind: 'field', field: 'f_altitude' }],
    operator: 'greater_or_equal',
    value: 1500,
  },
  alike: [{ path: 'f_y_area/^', as: 'f_y_area' }],
  sort: { path: 'f_altitude', descending: true },
});

/** The same for one hut as somebody would write it by hand. */
const listedByHand = (database: Database, id: string, area: string): Promise<unknown> =>
  database.execute(sql`
    SELECT entry_id FROM ix_t_hut AS hut
    WHERE status = 'published' AND f_altitude >= 1500 AND entry_id <> ${id}
      AND EXISTS (SELECT 1 FROM term_ancestor AS above WHERE above.term_id = hut.f_y_area AND above.ancestor_id = ${area})
    ORDER BY f_altitude DESC, entry_id DESC LIMIT 12`);

/** The words of a search, as they are written and with a mistake in one of them. */
const [RIGHT, WRONG] = ['vessmar plateau', 'vesmar plateau'];

/** The best matches for words that are known, as somebody would ask for them by hand. */
const found = (database: Database, words: string): Promise<unknown> =>
  database.execute(sql`
    SELECT e.id, e.slug, e.title, e."values" FROM (
      SELECT hut.entry_id, ts_rank(vector, asked, 1) AS rank
      FROM entry_search JOIN ix_t_hut AS hut USING (entry_id), (SELECT ${words}::tsquery AS asked) AS given
      WHERE vector @@ asked AND hut.status = 'published'
      ORDER BY rank DESC, hut.entry_id DESC LIMIT 26) AS page
    JOIN entry e ON e.id = page.entry_id ORDER BY page.rank DESC, e.id DESC`);

/** The same where one of the words has to be guessed first. */
async function foundByHand(database: Database): Promise<unknown> {
  const [known] = await selectRows<{ word: string }>(
    database,
    sql`SELECT word FROM search_word WHERE levenshtein_less_equal(word, 'vesmar', 2) <= 2
      ORDER BY levenshtein_less_equal(word, 'vesmar', 2) LIMIT 1`,
  );
  return found(database, `'${known?.word ?? ''}' & 'plateau':*`);
}

/** Filters through relations, rows and term trees, and facets, over 100 000 entries. */
export const queryBenchmark: Benchmark = {
  name: 'query',
  async run() {
    const folder = mkdtempSync(join(tmpdir(), 'tovlet-bench-'));
    const connection = await connect({ folder });
    const services = await openServices(connection, {
      ...filesIn(folder),
      demo: false,
      publicDelivery: true,
    });
    const { database } = services;
    try {
      await ensureWorkspace(services, 'Benchmark', model);
      await database.insert(term).values([...demoTerms]);
      await writeAncestry(database, null);
      await insertEntries(database, withWardens());
      const { model: compiled } = await services.models.current();
      for (const type of compiled.types) await rebuild(database, compiled, type);
      await database.execute(sql`ANALYZE`);
      const type = compiled.typeById.get('t_hut');
      if (!type) throw new Error('The demo has huts.');
      const { query, problems } = parseQuery(compiled, type, WANTED);
      if (problems.length > 0) throw new Error(problems.map(({ message }) => message).join(' '));
      const page = await findEntries(database, type, query, PROGRAMS);
      if (page.records.length < 25) throw new Error(`Only ${page.records.length} huts fit.`);
      const context = { model: compiled, audience: PROGRAMS };
      const facets = facetsOf({ kind: 'entry', types: [type] }, context).filter(({ keys }) =>
        FACETS.includes(keys),
      );
      if (facets.length !== FACETS.length) throw new Error('Some facets are not counted.');
      const asked = { model: compiled, audience: VISITORS };
      const [listed] = page.records;
      const hut = await readThings(database, compiled, 'entry', listed ? [listed.id] : []);
      if (!listed || (await listedEntries(database, LISTED, type, hut, asked)).get(listed.id)?.length !== 12)
        throw new Error('A list on a page shows twelve huts.');
      const searching = (words: string) => () =>
        findEntries(
          database,
          type,
          parseQuery(compiled, type, new URLSearchParams({ q: words, 'page[size]': '25' })).query,
          PROGRAMS,
        );
      for (const words of [RIGHT, WRONG])
        if ((await searching(words)()).records.length < 25) throw new Error(`“${words}” finds too little.`);
      const { condition } = parseQuery(
        compiled,
        type,
        new URLSearchParams('filter[altitude][gte]=1500'),
      ).query;
      const place = { kind: 'entry', type, alias: sql`${typeTableOf('t_hut')}` } as const;
      const list = { place, condition, names: new Aliases(PROGRAMS), also: sql`status = 'published'` };
      return [
        comparedWith(
          'list with a relation, rows and a term tree, 100 000 entries, against SQL by hand',
          await ratio(
            () => findEntries(database, type, query, PROGRAMS),
            () => byHand(database),
            30,
          ),
          1.5,
        ),
        comparedWith(
          'a list of the site with six facets, without its cards, against SQL by hand',
          await ratio(
            () => foundList({ services, model: compiled, words: siteWords('en') }, type, VISITOR_ASKS),
            () => listByHand(database),
            8,
          ),
          1.5,
        ),
        comparedWith(
          'which entries a list on a page shows, of 100 000, against SQL by hand',
          await ratio(
            () => listedEntries(database, LISTED, type, hut, asked),
            () => listedByHand(database, listed.id, String(listed.values['f_y_area'])),
            30,
          ),
          1.5,
        ),
        comparedWith(
          'five facets of a filtered list, against SQL by hand',
          await ratio(
            () => Promise.all(facets.map((facet) => countFacet(database, list, facet))),
            () => facetsByHand(database),
            8,
          ),
          1.5,
        ),
        comparedWith(
          'search of two words with one mistake, ranked, first 25, against SQL by hand',
          await ratio(searching(WRONG), () => foundByHand(database), 12),
          1.5,
        ),
        comparedWith(
          'search of two words with one mistake, against the same without',
          await ratio(searching(WRONG), searching(RIGHT), 12),
          4,
        ),
        comparedWith(
          'search of a word that all entries have, against SQL by hand',
          await ratio(searching('stove'), () => found(database, "'stove':*"), 5),
          1.5,
        ),
      ];
    } finally {
      await services.jobs.stop();
      await connection.close();
      rmSync(folder, { recursive: true, force: true });
    }
  },
};
