import type { ServerEvent } from '../../events/event';
import { isLostConnection } from '../../db/lost-connection';
import { log } from '../../log';
import type { Services } from '../../services';
import { examineEntries } from './examine-entries';

/** After what was told, this long is waited for more of it, in milliseconds. */
const PAUSE = 1_000;

/** After which of what is told there may be entries to look at: of each kind of event it is said. */
const LEADS_TO_WORK: Readonly<Record<ServerEvent['kind'], boolean>> = {
  entry: true,
  model: true,
  terms: true,
  media: true,
  people: true,
  bin: true,
  backup: false,
  bulk: true,
  missed: true,
  values: true,
  import: false,
  filling: false,
  findings: false,
  schedule: false,
  comments: false,
  presence: false,
  presence_of: false,
  copy: false,
  template: false,
  session_ended: false,
};

/**
 * Looks through entries soon after something was written. Every process does: a job that waits already is not sent twice, and
 * what is told to none is looked at with the next start, or the next day.
 * @returns what ends it
 */
export function examineInTime({ events, jobs }: Services): { stop(): void } {
  let waiting: NodeJS.Timeout | null = null;
  const send = (): void => {
    waiting = null;
    jobs.send(examineEntries, {}).catch((error: unknown) => {
      if (!isLostConnection(error)) log.error({ error }, 'Entries could not be looked through');
    });
  };
  const end = events.subscribe(({ event: { kind } }) => {
    if (LEADS_TO_WORK[kind]) waiting ??= setTimeout(send, PAUSE);
  });
  return {
    stop(): void {
      end();
      if (waiting) clearTimeout(waiting);
    },
  };
}
