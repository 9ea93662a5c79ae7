import { defineCheck } from './check';

/** First steps of addresses that are Tovlet's own. */
const RESERVED: ReadonlySet<string> = new Set(['api', 'site', 'standins']);

/** Types whose pages would have addresses that belong to something else. */
export const addressReserved = defineCheck('address_reserved', 'error', function* (model, report) {
  for (const { id, address } of model.document.contentTypes) {
    const first = address.split('/')[1] ?? '';
    if (RESERVED.has(first)) yield report({ kind: 'type', id }, { address, first });
  }
});
