import type { Services } from '../services';
import { bringIn } from './bring_in/bring-in';
import { changeEntries } from './change_entries/change-entries';
import { convertValues } from './convert_values/convert-values';
import { dropColumns } from './drop_columns/drop-columns';
import { examineEntries } from './examine_entries/examine-entries';
import { fillIndexes } from './fill_indexes/fill-indexes';
import { handOver } from './hand_over/hand-over';
import type { Job } from './job';
import { makeVariants } from './make_variants/make-variants';
import { settleLoose } from './settle_loose/settle-loose';
import { dailyRound } from './daily_round/daily-round';

/** All jobs. What is new in the day comes first, for it sends the others. */
export const jobs: readonly Job<Services>[] = [
  dailyRound,
  fillIndexes,
  convertValues,
  dropColumns,
  handOver,
  changeEntries,
  bringIn,
  examineEntries,
  makeVariants,
  settleLoose,
];
