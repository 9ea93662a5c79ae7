import type { Throttle } from './access/throttle';
import type { Backups } from './backup/backups';
import type { Connection, Database } from './db/connect';
import type { EventBus } from './events/bus';
import type { FillingProgress } from './jobs/fill_indexes/progress';
import type { JobQueue } from './jobs/queue';
import type { KeptTexts } from './delivery/presented-texts';
import type { MediaProcessing } from './files/processing/media-processing';
import type { MediaStore } from './files/store/media-store';
import type { Uploads } from './files/uploads/uploads';
import type { Presence } from './presence/presence';
import type { KeptAnswers } from './revisions/kept-answers';
import type { ModelStore } from './revisions/store';
import type { Sandbox } from './sandbox/sandbox';

/** What every resource may use. */
export interface Services {
  readonly connection: Connection;
  readonly database: Database;
  readonly events: EventBus;
  readonly models: ModelStore;
  /** Who is where in the workbench. */
  readonly presence: Presence;
  /** Answers to readers, as long as nothing is written that they are made of. */
  readonly answers: KeptAnswers;
  /** The documents of entries, as they are sent to programs. */
  readonly texts: KeptTexts;
  /** The work that goes on beside requests. */
  readonly jobs: JobQueue<Services>;
  /** How far the index table in hand has come. */
  readonly filling: FillingProgress;
  /** Where templates and expressions run that people wrote by hand. */
  readonly sandbox: Sandbox;
  readonly throttle: Throttle;
  /** Where uploaded files lie. */
  readonly mediaStore: MediaStore;
  /** The backups that lie beside the workspace. */
  readonly backups: Backups;
  /** Files on their way here. */
  readonly uploads: Uploads;
  /** Where uploaded files are read, and pictures made. */
  readonly processing: MediaProcessing;
  /** Whether demo people may be signed in as by one click. */
  readonly demo: boolean;
  /** Whether published entries are readable over the content API without a token. */
  readonly publicDelivery: boolean;
  /** The sites whose scripts may read the content API, by their origins; `*` for all. */
  readonly corsOrigins: readonly string[];
  /** Whether a proxy of one's own stands before Tovlet and names the address a request came from. */
  readonly behindProxy: boolean;
}
