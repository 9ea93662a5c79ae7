import type { FillAnswer } from '@tovlet/core/contracts/studio';
import { countFill, type Fill } from '@tovlet/core/values/fill';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { walkEntries } from './walk';

/** So many entries of each type tell as much as all of them, in a time that does not grow. */
const SAMPLE = 500;

/** Counts how much of a group's fields is filled, over the newest entries of its types. */
export async function groupFill({ database, models }: Services, groupId: string): Promise<FillAnswer> {
  const { model } = await models.current();
  if (!model.groups.has(groupId)) throw new ProblemException('not_found', 'This field group does not exist.');
  const fills = new Map<string, Fill>();
  let entries = 0;
  for await (const { type, appears, scope } of walkEntries(database, model, groupId, SAMPLE)) {
    const placed = type.groups.find(({ group }) => group.id === groupId);
    if (!appears || !placed) continue;
    entries += 1;
    countFill(placed.fields, scope, fills);
  }
  return { entries, fields: Object.fromEntries(fills) };
}
