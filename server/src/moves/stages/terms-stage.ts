import type { MovePhase, TermsReport } from '@tovlet/core/contracts/studio/moves';
import { roleOf } from '@tovlet/core/packages/move-plan';
import { eq, sql } from 'drizzle-orm';
import { anyOf } from '../../db/connect';
import { siteMove, sourceKey, term, type TermRecord } from '../../db/schema';
import { ProblemException } from '../../http/problem';
import { removeTerm } from '../../terms/removal';
import { createTerm, termsFor } from '../../terms/service';
import type { MoveContext } from '../../transfer/packages/move-context';
import type { WantedTerm } from './placeable-terms';
import { readTerms } from './read-terms';
import type { Stage, StageRun } from './stage';

type Problems = TermsReport['problems'][number][];

const idsOf = (terms: readonly WantedTerm[]): readonly string[] => terms.map(({ id }) => id);

async function termsById(
  { services: { database } }: MoveContext,
  ids: readonly string[],
): Promise<ReadonlyMap<string, TermRecord>> {
  const found = ids.length === 0 ? [] : await database.select().from(term).where(anyOf(term.id, ids));
  return new Map(found.map((each) => [each.id, each]));
}

async function keepReport(
  { services, record }: MoveContext,
  table: string,
  phase: MovePhase,
  report: TermsReport,
): Promise<void> {
  const [kept] = await services.database
    .select({ terms: siteMove.terms })
    .from(siteMove)
    .where(eq(siteMove.id, record.id));
  const terms = { ...kept?.terms, [table]: { ...kept?.terms[table], [phase]: report } };
  await services.database.update(siteMove).set({ terms }).where(eq(siteMove.id, record.id));
}

/** Marks the rows that become no term: what names them names nothing. */
async function noteRefused(
  { services: { database }, record }: MoveContext,
  table: string,
  wanted: readonly WantedTerm[],
): Promise<void> {
  await database
    .update(sourceKey)
    .set({ refused: sql`NOT (${anyOf(sourceKey.thingId, idsOf(wanted))})` })
    .where(sql`${sourceKey.origin} = ${record.origin} AND ${sourceKey.sourceTable} = ${table}`);
}

/** Work on the terms of a table. */
type Work = (context: MoveContext, table: string, given: StageRun) => Promise<TermsReport>;

/** Tells which rows would be new terms. */
const rehearse: Work = async (context, table) => {
  const { wanted, rows, problems } = await readTerms(context, table);
  await noteRefused(context, table, wanted);
  const there = await termsById(context, idsOf(wanted));
  const ids = idsOf(wanted).filter((id) => !there.has(id));
  return { rows, made: ids.length, known: wanted.length - ids.length, ids, problems };
};

/** The terms that were to be made, as it was rehearsed: also those that a broken off run made already. */
const plannedIds = ({ record }: MoveContext, table: string): ReadonlySet<string> =>
  new Set(record.terms[table]?.rehearse?.ids);

/** Makes the terms that are missing. */
const make: Work = async (context, table, { person }) => {
  const { services, planned } = context;
  const taxonomy = roleOf(planned.plan, table, 'taxonomy')?.taxonomy ?? '';
  const { wanted, rows, problems: unread } = await readTerms(context, table);
  const there = await termsById(context, idsOf(wanted));
  const problems: Problems = [...unread];
  const missing = wanted.filter(({ id }) => !there.has(id));
  for (const { id, label, slug, parent, row } of missing) {
    try {
      const given = { taxonomy, label, parent, ...(slug === null ? {} : { slug }) };
      await createTerm(services, given, person.role, id);
    } catch (error) {
      if (!(error instanceof ProblemException)) throw error;
      problems.push({ row, title: label, message: error.detail });
    }
  }
  const now = await termsById(context, idsOf(wanted));
  const ids = [...now.keys()].filter((id) => plannedIds(context, table).has(id));
  return { rows, made: ids.length, known: now.size - ids.length, ids, problems };
};

/** Why a term is not what its row says; null where it is. */
function differs(own: TermRecord | undefined, { label, parent }: WantedTerm): string | null {
  if (!own) return 'There is no such term.';
  if (own.label !== label) return `The term is called “${own.label}”.`;
  return parent !== null && own.parentId !== parent ? 'It stands below another term.' : null;
}

/** Holds terms against the rows that they came from. */
const verify: Work = async (context, table) => {
  const { wanted, rows, problems: unread } = await readTerms(context, table);
  const there = await termsById(context, idsOf(wanted));
  const different = wanted.flatMap((each) => {
    const message = differs(there.get(each.id), each);
    return message === null ? [] : [{ row: each.row, title: each.label, message }];
  });
  return {
    rows,
    made: 0,
    known: wanted.length - different.length,
    ids: [],
    problems: [...unread, ...different],
  };
};

/** Removes the terms that were made and that no entry has; the others stay, and are told. */
const remove: Work = async (context, table, { person }) => {
  const { services, planned } = context;
  const { wanted, rows } = await readTerms(context, table);
  const taxonomy = roleOf(planned.plan, table, 'taxonomy')?.taxonomy ?? '';
  const used = new Map(
    (await termsFor(services, taxonomy, person.role)).map((each) => [each.id, each.entries]),
  );
  // Several rows may be the same term.
  const own = [...new Map(wanted.map((each) => [each.id, each])).values()]
    .toReversed()
    .filter(({ id }) => plannedIds(context, table).has(id) && used.has(id));
  const kept = own.filter(({ id }) => (used.get(id) ?? 0) > 0);
  for (const { id } of own) if (used.get(id) === 0) await removeTerm(services, person, id);
  const problems = kept.map(({ row, label: title }) => ({
    row,
    title,
    message: 'Entries have this term, so it stays.',
  }));
  return { rows, made: own.length - kept.length, known: 0, ids: [], problems };
};

const WORK: Readonly<Record<MovePhase, Work>> = { rehearse, run: make, verify, take_back: remove };

/** Does with the rows of a table that are terms what is done with all of them. */
export const termsStage = (table: string, phase: MovePhase): Stage => ({
  words: `Going through the terms of “${table}”`,
  async carryOut(given) {
    const { context } = given;
    await keepReport(context, table, phase, await WORK[phase](context, table, given));
    return 'done';
  },
});
