import {
  scheduleActions,
  type PersonSummary,
  type ScheduleAction,
  type ScheduleAnswer,
  type ScheduleSave,
} from '@tovlet/core/contracts/studio';
import { isConstraintViolation } from '../../db/constraint-violation';
import type { Database } from '../../db/connect';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { entryById } from '../queries';
import { dropPlanned, plannedFor, timeZoneOf, writePlanned } from './queries';
import { instantOf } from '@tovlet/core/locale/wall-time';

const gone = (): never => {
  throw new ProblemException('not_found', 'This entry does not exist, or was deleted.');
};

function refuse(message: string, code: string): never {
  throw new ProblemException('invalid', message, [{ path: '/wallTime', message, code }]);
}

async function answer(database: Database, id: string): Promise<ScheduleAnswer> {
  const planned = await plannedFor(database, id);
  return {
    timeZone: await timeZoneOf(database),
    planned: planned.map(({ action, at, wallTime, timeZone, personName: by, problem }) => ({
      action,
      at: new Date(at).toISOString(),
      wallTime,
      timeZone,
      by,
      problem,
    })),
  };
}

/**
 * Tells what is to become of an entry at a set time.
 * @throws ProblemException when there is no such entry
 */
export async function scheduleOf({ database }: Services, id: string): Promise<ScheduleAnswer> {
  if (!(await entryById(database, id))) return gone();
  return answer(database, id);
}

/** @throws ProblemException where nothing of that name can be done */
function actionOrRefuse(name: string): ScheduleAction {
  const action = scheduleActions.find((each) => each === name);
  if (action) return action;
  throw new ProblemException('not_found', 'An entry can be published and unpublished at a set time.');
}

/** @throws ProblemException where the clocks do not show that time, or show it twice and it is not said which is meant */
function instantFrom({ wallTime, second }: ScheduleSave, timeZone: string): string {
  const found = instantOf(wallTime, timeZone) ?? refuse('There is no such day or time.', 'no_such_time');
  const told = wallTime.replace('T', ' ');
  if ('missing' in found)
    return refuse(
      `Clocks in ${timeZone} are put forward over ${told}. Choose a time before or after that.`,
      'missing_time',
    );
  if ('at' in found) return found.at;
  if (second === undefined)
    return refuse(
      `Clocks in ${timeZone} show ${told} twice. Choose whether the first or the second time is meant.`,
      'double_time',
    );
  return found.twice[second ? 1 : 0];
}

/**
 * Plans what is to become of an entry at a set time, in the time zone of the workspace. What was planned of the same before is
 * planned no more.
 * @throws ProblemException where the time is none, has passed, or puts an end to the entry before it is published
 */
export async function plan(
  services: Services,
  { id: personId, name: personName }: PersonSummary,
  entryId: string,
  name: string,
  given: ScheduleSave,
): Promise<ScheduleAnswer> {
  const { database, events } = services;
  const action = actionOrRefuse(name);
  if (!(await entryById(database, entryId))) return gone();
  const timeZone = await timeZoneOf(database);
  const at = instantFrom(given, timeZone);
  if (Date.parse(at) <= Date.now()) refuse('This time has passed. Choose a later one.', 'past_time');
  const other = (await plannedFor(database, entryId)).find((each) => each.action !== action);
  if (other) {
    const [published, unpublished] = action === 'publish' ? [at, other.at] : [other.at, at];
    const waits = other.problem === null;
    if (waits && Date.parse(published) >= Date.parse(unpublished))
      refuse('It would be unpublished before it is published.', 'order');
  }
  try {
    const { wallTime } = given;
    await writePlanned(database, { entryId, action, at, wallTime, timeZone, personId, personName });
  } catch (error) {
    if (isConstraintViolation(error, 'entry_schedule_entry_id_fkey')) return gone();
    throw error;
  }
  await events.publish({ kind: 'schedule', id: entryId });
  return answer(database, entryId);
}

/**
 * Plans something no more; where it was not planned, nothing is different.
 * @throws ProblemException when there is no such entry
 */
export async function cancelPlanned(services: Services, id: string, name: string): Promise<ScheduleAnswer> {
  const { database, events } = services;
  if (!(await entryById(database, id))) return gone();
  if (await dropPlanned(database, id, actionOrRefuse(name))) await events.publish({ kind: 'schedule', id });
  return answer(database, id);
}
