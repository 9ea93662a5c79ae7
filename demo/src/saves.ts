import type { EntryStatus } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';

/** A save that an entry of the demo has behind it. */
export interface DemoSave {
  readonly entry: string;
  /** The version that it made; the last is the one that the entry has. */
  readonly version: number;
  readonly daysAgo: number;
  readonly by: string;
  /** What stood before it, of what it changed. */
  readonly before: { readonly values: JsonObject; readonly title?: string; readonly status?: EntryStatus };
}

const HUT = 'e_hut0000000';

/** A hut that was written, corrected and published by several people. */
export const demoSaves: readonly DemoSave[] = [
  {
    entry: HUT,
    version: 2,
    daysAgo: 41,
    by: 'Tobrin Kestling',
    before: { values: { f_description: '<p>A hut above the valley.</p>', f_email: null } },
  },
  {
    entry: HUT,
    version: 3,
    daysAgo: 40,
    by: 'Ilse Varnholt',
    before: { title: 'Quorrel', status: 'draft', values: { f_season_from: '2026-07-01' } },
  },
  {
    entry: HUT,
    version: 4,
    daysAgo: 12,
    by: 'Tobrin Kestling',
    before: { values: { f_phone: '+00 520 400 000', f_website: null } },
  },
];
