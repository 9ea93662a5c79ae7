import { evaluate } from '@tovlet/core/conditions/evaluate';
import type { Condition } from '@tovlet/core/conditions/condition';
import type { TriedAnswer } from '@tovlet/core/contracts/studio';
import { isFault, readExpression } from '@tovlet/core/expressions/engine';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { groupsFor } from '@tovlet/core/placement/groups-for';
import { expressionInput } from '@tovlet/core/values/compute';
import { ruleHolds } from '@tovlet/core/values/rules';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import type { Scope } from '@tovlet/core/conditions/scope';
import { sql } from 'drizzle-orm';
import { selectRows } from '../../db/connect';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { FACT_COLUMNS, factsReader, type FactsRecord } from '../../values/facts';

/** The most entries that are looked at; beyond that the answer says so. */
const LOOKED_AT = 10_000;
const BATCH = 250;
/** So many of those that fail are named. */
const NAMED = 100;

type Looked = FactsRecord & { readonly title: string; readonly typeId: string };

/** Tells for one entry whether what is tried holds. */
type Test = (type: CompiledType, scope: Scope) => Promise<boolean> | boolean;

async function tryOn(services: Services, groupId: string, test: Test): Promise<TriedAnswer> {
  const { database, models } = services;
  const { model } = await models.current();
  if (!model.groups.has(groupId)) throw new ProblemException('not_found', 'This field group does not exist.');
  const types = model.types.filter(({ groups }) => groups.some(({ group }) => group.id === groupId));
  const factsOf = await factsReader(database, model);
  const failing: { id: string; type: string; title: string }[] = [];
  let [looked, of, holds] = [0, 0, 0];
  for (const type of types) {
    const typeId = type.contentType.id;
    const [total] = await selectRows<{ count: number }>(
      database,
      sql`SELECT count(*)::int AS count FROM entry WHERE type_id = ${typeId}`,
    );
    of += total?.count ?? 0;
    for (let after = ''; looked < LOOKED_AT;) {
      const records = await selectRows<Looked>(
        database,
        sql`SELECT id, title, type_id AS "typeId", status, "values", ${FACT_COLUMNS}
            FROM entry WHERE type_id = ${typeId} AND id > ${after} ORDER BY id LIMIT ${BATCH}`,
      );
      for (const record of records) {
        const facts = factsOf(type, record);
        if (!groupsFor(type, facts).some(({ group }) => group.id === groupId)) {
          of -= 1;
          continue;
        }
        looked += 1;
        if (await test(type, resolveVisibility(model, type, record.values, facts))) holds += 1;
        else if (failing.length < NAMED) failing.push({ id: record.id, type: typeId, title: record.title });
      }
      const last = records.at(-1);
      if (!last || records.length < BATCH) break;
      after = last.id;
      // Other requests get their turn.
      await new Promise((resolve) => setImmediate(resolve));
    }
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
