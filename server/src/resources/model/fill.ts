import type { FillAnswer } from '@tovlet/core/contracts/studio';
import { groupsFor } from '@tovlet/core/placement/groups-for';
import { countFill, type Fill } from '@tovlet/core/values/fill';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import { sql } from 'drizzle-orm';
import { selectRows } from '../../db/connect';
import type { EntryRecord } from '../../db/schema';
import { ProblemException } from '../../http/problem';
import { FACT_COLUMNS, factsReader, type FactsRecord } from '../../values/facts';
import type { Services } from '../../services';

/** So many entries tell as much as all of them, in a time that does not grow. */
const SAMPLE = 500;

type Sampled = FactsRecord & Pick<EntryRecord, 'typeId'>;

/** Counts how much of a group's fields is filled, over the entries of its types that were changed last. */
export async function groupFill({ database, models }: Services, groupId: string): Promise<FillAnswer> {
  const { model } = await models.current();
  if (!model.groups.has(groupId)) throw new ProblemException('not_found', 'This field group does not exist.');
  const types = model.types.filter(({ groups }) => groups.some(({ group }) => group.id === groupId));
  const factsOf = await factsReader(database, model);
  const fills = new Map<string, Fill>();
  let entries = 0;
  for (const type of types) {
    const sampled = await selectRows<Sampled>(
      database,
      sql`SELECT id, type_id AS "typeId", status, "values", ${FACT_COLUMNS} FROM entry
          WHERE type_id = ${type.contentType.id} ORDER BY id DESC LIMIT ${SAMPLE}`,
    );
    for (const record of sampled) {
      const facts = factsOf(type, record);
      const group = groupsFor(type, facts).find((each) => each.group.id === groupId);
      if (!group) continue;
      entries += 1;
      countFill(group.fields, resolveVisibility(model, type, record.values, facts), fills);
    }
  }
  return { entries, fields: Object.fromEntries(fills) };
}
