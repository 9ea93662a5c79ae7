import type { JsonObject } from '@tovlet/core/json';

/** What somebody typed into an entry of the demo and did not save. */
export interface DemoCopy {
  readonly entry: string;
  readonly by: string;
  readonly hoursAgo: number;
  readonly title?: string;
  /** Of the values only those that are other ones. */
  readonly values: JsonObject;
}

/** Working copies. */
export const demoCopies: readonly DemoCopy[] = [
  {
    entry: 'e_hut0000014',
    by: 'Sunniva Larchfell',
    hoursAgo: 20,
    values: { f_phone: '+00 520 414 141', f_season_until: '2026-10-18' },
  },
];

/** What is planned for an entry of the demo: so many days after it was made, at a time in UTC. */
export interface DemoPlan {
  readonly entry: string;
  readonly action: 'publish' | 'unpublish';
  readonly inDays: number;
  readonly time: string;
  readonly person: { readonly id: string; readonly name: string };
}

/** What is planned. */
export const demoPlans: readonly DemoPlan[] = [
  {
    entry: 'e_hut0000011',
    action: 'publish',
    inDays: 5,
    time: '06:00',
    person: { id: 'p_demo_editor', name: 'Tobrin Kestling' },
  },
];
