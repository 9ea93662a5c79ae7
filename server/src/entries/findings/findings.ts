import { maySeeWithin, personWith } from '@tovlet/core/access/audience';
import { appliedBulk, bulkProblem, type BulkChange } from '@tovlet/core/bulk/index';
import type {
  Finding,
  FindingName,
  FindingsAnswer,
  MendedSample,
  MendingAnswer,
  PersonSummary,
} from '@tovlet/core/contracts/studio';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import type { EntryRecord } from '../../db/schema';
import type { Services } from '../../services';
import { entryAnswer } from '../answer';
import { typeOrRefuse } from '../fits';
import { entriesById } from '../queries';
import { entriesWith, firstFindings, goneIds, isLooking, kindsOfFindings } from './queries';

/** So many kinds of findings are told. */
const KINDS = 200;

/** So many entries are looked at for what mending would make of them, and so many are shown. */
const TRIED = 50;
const SHOWN = 5;

/** So many ids of what is gone are taken out in one change. */
const GONE = 1000;

/** Where what is referred to is not there any more, or is not of the kind that the field takes. */
const GONE_CODES: ReadonlySet<string> = new Set([
  'no_such_entry',
  'no_such_term',
  'no_such_image',
  'no_such_file',
  'no_such_person',
]);

/** The change that would mend a finding; null where it stands at no field. */
function mendingOf(
  model: CompiledModel,
  { field, code }: FindingName,
  without: readonly string[],
): BulkChange | null {
  const top = model.fields.get(field)?.ancestors[0] ?? field;
  return field === '' ? null : { kind: 'mend', field: top, place: field, code, without };
}

/** What a change would make of an entry, as somebody may see it; null where nothing. */
function mended(
  change: BulkChange,
  type: CompiledType,
  { role }: PersonSummary,
  record: EntryRecord,
): MendedSample | null {
  if (change.kind !== 'mend') return null;
  const { id, title, status } = record;
  const { values } = entryAnswer(record, type, role);
  const after = appliedBulk(change, { status, values, inBin: false }, type);
  const valueOf = (of: typeof values) => of[change.field] ?? null;
  return after && { id, title, before: valueOf(values), after: valueOf(after.values) };
}

/** Whether a person may mend something so, and an entry would be another then. */
function mends(
  model: CompiledModel,
  person: PersonSummary,
  named: FindingName,
  record: EntryRecord | undefined,
  gone: string | null,
): boolean {
  const type = model.typeById.get(record?.typeId ?? '');
  const change = mendingOf(model, named, gone === null ? [] : [gone]);
  if (!type || !record || !change || bulkProblem(change, type, person.role) !== null) return false;
  return mended(change, type, person, record) !== null;
}

/** Lists what is wrong with the stored values of entries, one line for the same thing in the same field. */
export async function findings(
  { database, models }: Services,
  person: PersonSummary,
): Promise<FindingsAnswer> {
  const { model } = await models.current();
  const audience = personWith(person.role);
  const kinds = await kindsOfFindings(database, model, audience, KINDS);
  const ids = [...new Set(kinds.flatMap(({ first }) => (first === null ? [] : [first])))];
  const [firsts, records] = await Promise.all([firstFindings(database, ids), entriesById(database, ids)]);
  const listed = kinds.flatMap(({ first, ...kind }): readonly Finding[] => {
    const own = firsts.find(
      (each) =>
        each.id === first &&
        each.field === kind.field &&
        each.code === kind.code &&
        each.subject === kind.subject,
    );
    const label = model.fields.get(kind.field)?.label ?? '';
    // What was found in a field that is gone meanwhile is found no more in a moment.
    if (!own || (kind.field !== '' && label === '')) return [];
    const { id, title, issue, path } = own;
    const gone = GONE_CODES.has(kind.code) && 'id' in issue.params ? String(issue.params.id) : null;
    const record = records.find((each) => each.id === id);
    return [
      {
        ...kind,
        top: model.fields.get(kind.field)?.ancestors[0] ?? kind.field,
        sample: { entry: id, title, issue, path, label },
        mends: mends(model, person, kind, record, gone),
      },
    ];
  });
  return { findings: listed, looking: await isLooking(database) };
}

/**
 * Tells what mending one thing would change, before anything is.
 * @throws ProblemException where there is no such type
 */
export async function mending(
  { database, models }: Services,
  person: PersonSummary,
  { type: wanted, ...named }: FindingName & { readonly type: string },
): Promise<MendingAnswer> {
  const { model } = await models.current();
  const type = typeOrRefuse(model, wanted);
  const nothing: MendingAnswer = { change: null, entries: 0, samples: [] };
  if (!maySeeWithin(personWith(person.role), named.field, model.fields)) return nothing;
  const isGone = GONE_CODES.has(named.code);
  const without = isGone ? await goneIds(database, type.contentType.id, named, GONE) : [];
  const change = mendingOf(model, named, without);
  if (!change || (isGone && without.length === 0) || bulkProblem(change, type, person.role) !== null)
    return nothing;
  const { total, records } = await entriesWith(database, type.contentType.id, named, TRIED);
  const samples = records
    .map((record) => mended(change, type, person, record))
    .filter((each) => each !== null);
  return { change: samples.length > 0 ? change : null, entries: total, samples: samples.slice(0, SHOWN) };
}
