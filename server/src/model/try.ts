import { evaluate } from '@tovlet/core/evaluation/evaluate';
import type { Condition } from '@tovlet/core/conditions/condition';
import type { TriedAnswer } from '@tovlet/core/contracts/studio';
import { isFault } from '@tovlet/core/expressions/engine';
import { askRule } from '@tovlet/core/values/rules';
import { expressionInput } from '@tovlet/core/values/compute';
import { ProblemException } from '../http/problem';
import { SandboxStopped } from '../sandbox/failures';
import { sandboxedExpressions } from '../sandbox/expressions';
import type { Lane, Sandbox } from '../sandbox/sandbox';
import type { Services } from '../services';
import { countOf, typesOf, walkEntries, type Walked } from './walk';

/** The most entries that are looked at; beyond that the answer says so. */
const LOOKED_AT = 10_000;
/** So many of those that fail are named. */
const NAMED = 100;

/** Tells for some entries whether what is tried holds; stops everything where that cannot be told. */
type Test = (entries: readonly Walked[]) => Promise<readonly boolean[]> | readonly boolean[];

/** So many entries are tested at once. */
const TESTED = 50;
/** The longest that entries are looked at, in milliseconds; the answer says how many it were. */
const PATIENCE = 20_000;

async function tryOn(services: Services, groupId: string, test: Test): Promise<TriedAnswer> {
  const { database, models } = services;
  const { model } = await models.current();
  if (!model.groups.has(groupId)) throw new ProblemException('not_found', 'This field group does not exist.');
  const failing: { id: string; type: string; title: string }[] = [];
  const end = performance.now() + PATIENCE;
  let [looked, holds] = [0, 0];
  let of = await countOf(database, typesOf(model, groupId));
  let waiting: Walked[] = [];
  const testWaiting = async (): Promise<void> => {
    const outcomes = waiting.length > 0 ? await test(waiting) : [];
    waiting.forEach(({ type, id, title }, index) => {
      if (outcomes[index]) holds += 1;
      else if (failing.length < NAMED) failing.push({ id, type: type.contentType.id, title });
    });
    looked += waiting.length;
    waiting = [];
  };
  for await (const walked of walkEntries(database, model, groupId)) {
    if (looked + waiting.length === LOOKED_AT || performance.now() > end) break;
    if (walked.appears) waiting.push(walked);
    else of -= 1;
    if (waiting.length === TESTED) await testWaiting();
  }
  await testWaiting();
  return { looked, of, holds, failing };
}

function refuse(message: string): never {
  throw new ProblemException('invalid', message, [{ path: '/expression', message }]);
}

/**
 * Tries a rule on the entries that its group appears on, in a process that waits for nobody's save.
 * @throws ProblemException when its expression cannot be read, or does not come to an end
 */
export async function tryRule(services: Services, groupId: string, expression: string): Promise<TriedAnswer> {
  const { sandbox } = services;
  await assertReadable(sandbox, expression, 'try');
  const read = sandboxedExpressions(sandbox, 'try').compile(expression);
  if (isFault(read)) return refuse(read.message);
  return tryOn(services, groupId, async (entries) => {
    const inputs = entries.map(({ type, scope }) => expressionInput(type.fields, scope));
    const outcomes = await askRule(read, inputs);
    return outcomes.map((outcome) => {
      // What does not end for one entry is not tried on thousands.
      if ('undecided' in outcome) return refuse(`This rule cannot be answered. ${outcome.undecided}`);
      return outcome.holds;
    });
  });
}

/** Refuses an expression that cannot be read, with its mistake. */
export async function assertReadable(sandbox: Sandbox, expression: string, lane: Lane): Promise<void> {
  let message: string | undefined;
  try {
    message = (await sandbox.run({ kind: 'read_expression', expression }, { lane }))?.message;
  } catch (error) {
    if (!(error instanceof SandboxStopped)) throw error;
    ({ message } = error);
  }
  if (message !== undefined) refuse(message);
}

/** Counts the entries on which a field would show under a condition; in rows, those with a row where it would. */
export async function tryCondition(
  services: Services,
  groupId: string,
  fieldId: string,
  condition: Condition,
): Promise<TriedAnswer> {
  const { model } = await services.models.current();
  const ancestors = model.fields.get(fieldId)?.ancestors ?? [];
  return tryOn(services, groupId, (entries) =>
    entries.map(({ scope }) =>
      scope.descend(ancestors).some((each) => evaluate(condition, each, model.fields)),
    ),
  );
}
