import { evaluate } from '@tovlet/core/conditions/evaluate';
import type { Condition } from '@tovlet/core/conditions/condition';
import type { TriedAnswer } from '@tovlet/core/contracts/studio';
import { isFault, readExpression } from '@tovlet/core/expressions/engine';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { expressionInput } from '@tovlet/core/values/compute';
import { ruleHolds } from '@tovlet/core/values/rules';
import type { Scope } from '@tovlet/core/conditions/scope';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { countOf, typesOf, walkEntries } from './walk';

/** The most entries that are looked at; beyond that the answer says so. */
const LOOKED_AT = 10_000;
/** So many of those that fail are named. */
const NAMED = 100;

/** Tells for one entry whether what is tried holds. */
type Test = (type: CompiledType, scope: Scope) => Promise<boolean> | boolean;

async function tryOn(services: Services, groupId: string, test: Test): Promise<TriedAnswer> {
  const { database, models } = services;
  const { model } = await models.current();
  if (!model.groups.has(groupId)) throw new ProblemException('not_found', 'This field group does not exist.');
  const failing: { id: string; type: string; title: string }[] = [];
  let [looked, holds] = [0, 0];
  let of = await countOf(database, typesOf(model, groupId));
  for await (const { type, id, title, appears, scope } of walkEntries(database, model, groupId)) {
    if (looked === LOOKED_AT) break;
    if (!appears) {
      of -= 1;
      continue;
    }
    looked += 1;
    if (await test(type, scope)) holds += 1;
    else if (failing.length < NAMED) failing.push({ id, type: type.contentType.id, title });
  }
  return { looked, of, holds, failing };
}

/**
 * Tries a rule on the entries that its group appears on.
 * @throws ProblemException when its expression cannot be read
 */
export function tryRule(services: Services, groupId: string, expression: string): Promise<TriedAnswer> {
  const read = readExpression(expression);
  if (!read || isFault(read)) {
    const message = read?.message ?? 'The expression cannot be read.';
    throw new ProblemException('invalid', message, [{ path: '/expression', message }]);
  }
  return tryOn(services, groupId, (type, scope) =>
    ruleHolds({ expression }, expressionInput(type.fields, scope)),
  );
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
  return tryOn(services, groupId, (_type, scope) =>
    scope.descend(ancestors).some((each) => evaluate(condition, each, model.fields)),
  );
}
