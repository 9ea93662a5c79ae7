import type { JsonObject } from '@tovlet/core/json';

/** Values that came with entries from elsewhere, and that no field of the demo declares. */
export interface DemoLoose {
  readonly entry: string;
  readonly values: JsonObject;
}

/** What came with the huts of the northern ridges. */
export const demoLoose: readonly DemoLoose[] = [
  { entry: 'e_hut0000006', values: { booking_code: 'NR-06', stove_checked: '2025-10-04' } },
  { entry: 'e_hut0000007', values: { booking_code: 'NR-07', stove_checked: '2025-09-28' } },
  { entry: 'e_hut0000008', values: { booking_code: 'NR-08' } },
];
