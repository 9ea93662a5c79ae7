import { newErrors } from '@tovlet/core/checks/index';
import type { ModelAnswer, ModelChangesRequest, PersonSummary } from '@tovlet/core/contracts/studio';
import {
  applyChange,
  completeChange,
  makeChange,
  ChangeRefused,
  describeChange,
  type ModelChange,
} from '@tovlet/core/model/changes/index';
import { compileModel } from '@tovlet/core/model/compile';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import type { ModelDocument, Rule } from '@tovlet/core/model/document';
import { findConflicts } from '@tovlet/core/model/merge';
import type { Database } from '../db/connect';
import { keepOldAddresses } from './old-addresses';
import { followModel } from '../derived/follow-model';
import { renamingChanges } from '@tovlet/core/model/renamed-expressions';
import { renameTemplates, type RenamedTemplate } from '../derived/renamed-templates';
import { takeOnce } from '../access/idempotency';
import { ProblemException } from '../http/problem';
import { dropColumns } from '../jobs/drop_columns/drop-columns';
import { fillAllIndexes, fillIndexes } from '../jobs/fill_indexes/fill-indexes';
import type { Services } from '../services';
import { convertAtOnce, FOLLOW_AT_ONCE } from '../conversions/convert-values';
import { planConversion } from '../conversions/plan';
import type { EntryRecord } from '../db/schema';
import { announce } from '../entries/announce';
import { convertValues } from '../jobs/convert_values/convert-values';
import { slugAt } from '@tovlet/core/delivery/page-address';
import { assertReadable } from './try';
import { currentModel, entryBySlug, revisionsAfter, writeRevision } from '../revisions/queries';

/** Refuses changes that collide with what others saved since the revision they were made on. */
async function assertNoConflict(database: Database, request: ModelChangesRequest): Promise<void> {
  const since = await revisionsAfter(database, request.baseRevision);
  const own = new Set(request.ownRevisions);
  for (const { changes, authorName, revision } of since.filter((each) => !own.has(each.revision))) {
    const [conflict] = findConflicts(request.changes, changes);
    if (!conflict) continue;
    const what = conflict.property ? `the same thing (${conflict.property})` : 'the same thing';
    throw new ProblemException(
      'conflict',
      `${authorName} changed ${what} meanwhile. Look at the present state, then make your change again.`,
      [{ path: conflict.target, message: conflict.property ?? 'added or removed', code: 'conflict' }],
      { author: authorName, revision },
    );
  }
}

interface Applied {
  readonly after: ModelDocument;
  readonly changes: readonly ModelChange[];
  readonly summary: string;
}

/**
 * Applies changes, and after them those that rules and computed values need to read the same under keys that were renamed.
 * @param asTheyWere whether the changes lead back to what was, whatever may be said of it
 * @throws ProblemException with the first change that is refused
 */
function applyAll(document: ModelDocument, given: readonly ModelChange[], asTheyWere: boolean): Applied {
  let after = document;
  const words: string[] = [];
  const changes: ModelChange[] = [];
  const make = (each: ModelChange): void => {
    const change = asTheyWere ? each : completeChange(after, each);
    words.push(describeChange(after, change));
    after = asTheyWere ? applyChange(after, change) : makeChange(after, change);
    changes.push(change);
  };
  try {
    given.forEach(make);
    if (!asTheyWere) renamingChanges(compileModel(document), compileModel(after)).forEach(make);
  } catch (error) {
    if (!(error instanceof ChangeRefused)) throw error;
    throw new ProblemException('invalid', error.message, [{ path: error.target, message: error.message }]);
  }
  return {
    after,
    changes,
    summary:
      words.length > 3 ? `${words.slice(0, 3).join('; ')}; and ${words.length - 3} more` : words.join('; '),
  };
}

/** Refuses rules that cannot be read: they would refuse every save. */
async function assertRulesReadable(
  { sandbox, models }: Services,
  changes: readonly ModelChange[],
): Promise<void> {
  const { document } = (await models.current()).model;
  const known = new Set(expressionsOfRules(document));
  const given = [...new Set(changes.flatMap(rulesOfChange).map(({ expression }) => expression))];
  for (const expression of given.filter((each) => !known.has(each)))
    await assertReadable(sandbox, expression, 'serve');
}

/** The rules that a change brings. */
function rulesOfChange(change: ModelChange): readonly Rule[] {
  if (change.kind === 'add_group') return change.group.rules;
  return change.kind === 'set_group' ? (change.patch.rules ?? []) : [];
}

const expressionsOfRules = ({ groups }: ModelDocument): readonly string[] =>
  groups.flatMap(({ rules }) => rules.map(({ expression }) => expression));

/** Refuses lists of entries at addresses where entries of another type have their pages. */
async function assertPagesFree(
  database: Database,
  before: CompiledModel,
  after: CompiledModel,
): Promise<void> {
  const types = after.document.contentTypes;
  const moved = types.filter(({ id, address }) => before.typeById.get(id)?.contentType.address !== address);
  for (const type of moved.filter(({ features }) => features.page)) {
    for (const other of types) {
      const slug = slugAt(other, type);
      const found = slug === null ? undefined : await entryBySlug(database, other.id, slug);
      if (!found) continue;
      const message = `“${found.title}” (${other.singular}) has its page at ${type.address.replace('/{slug}', '')} already. Choose another address for ${type.plural}.`;
      throw new ProblemException('invalid', message, [{ path: type.id, message, code: 'address_taken' }]);
    }
  }
}

/** What else is known of changes. */
interface ChangeOptions {
  /** Words for the history; made from the changes where they are left out. */
  readonly summary?: string;
  /** By which they are known again when they are sent twice. */
  readonly key?: string | null;
  /** Whether they lead back to an earlier revision, which is taken as it was. */
  readonly goesBack?: boolean;
}

/**
 * Applies changes to the model as a new revision.
 * @param request the changes and the revision they were made on
 * @returns the model with all changes, others' included; the model as it is when these changes were taken before
 * @throws ProblemException when they collide with others' or would make the model wrong
 */
export async function changeModel(
  services: Services,
  person: PersonSummary,
  request: ModelChangesRequest,
  { summary: ownSummary, key = null, goesBack = false }: ChangeOptions = {},
): Promise<ModelAnswer> {
  await assertRulesReadable(services, request.changes);
  let again = false;
  let renamed: readonly RenamedTemplate[] = [];
  let converted: readonly EntryRecord[] = [];
  const answer = await services.database.transaction(async (transaction) => {
    const { revision, document } = await currentModel(transaction, true);
    const taken = await takeOnce(transaction, key, { revision: revision + 1 });
    again = taken !== null;
    if (taken) return { revision, document, own: Number(taken['revision']) };
    if (request.baseRevision > revision)
      throw new ProblemException('conflict', 'The model has been set back meanwhile. Reload it.');
    if (request.baseRevision < revision) await assertNoConflict(transaction, request);
    const { after, changes, summary } = applyAll(document, request.changes, goesBack);
    const [before, compiled] = [compileModel(document), compileModel(after)];
    const errors = newErrors(before, compiled);
    if (errors.length > 0) {
      throw new ProblemException(
        'invalid',
        errors.map(({ message }) => message).join(' '),
        errors.map(({ target, message, code }) => ({ path: target.id, message, code })),
      );
    }
    await assertPagesFree(transaction, before, compiled);
    await writeRevision(transaction, revision + 1, after, changes, ownSummary ?? summary, person.name);
    await keepOldAddresses(transaction, before, compiled);
    renamed = await renameTemplates(transaction, before, compiled, person.name);
    const { toFill, toDrop } = await followModel(transaction, before, compiled);
    const converting = await planConversion(transaction, [before, compiled], {
      changes,
      revision: revision + 1,
      person,
    });
    if (converting && converting.total <= FOLLOW_AT_ONCE)
      converted = await convertAtOnce(transaction, compiled, converting);
    else if (converting) await services.jobs.send(convertValues, { change: converting.id }, transaction);
    if (toFill) await services.jobs.send(fillIndexes, {}, transaction);
    if (toDrop) await services.jobs.send(dropColumns, {}, transaction);
    return { revision: revision + 1, document: after, own: revision + 1 };
  });
  if (again) return answer;
  services.models.replace({ revision: answer.revision, model: compileModel(answer.document) });
  services.jobs.wake();
  await services.events.publish({ kind: 'model', revision: answer.revision, author: person.id });
  await announce(services, person, converted);
  for (const { id, version } of renamed)
    await services.events.publish({ kind: 'template', id, version, author: person.id });
  return answer;
}

/** Puts a whole model in place, as at the start of a workspace. */
export async function installModel(
  services: Services,
  document: ModelDocument,
  summary: string,
): Promise<void> {
  const compiled = compileModel(document);
  await services.database.transaction(async (transaction) => {
    await writeRevision(transaction, 1, document, [], summary, 'Tovlet');
    await followModel(transaction, null, compiled);
  });
  services.models.replace({ revision: 1, model: compiled });
  await fillAllIndexes(services);
}
