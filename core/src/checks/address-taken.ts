import { defineCheck } from './check';

/** Two types whose entries would have the same page addresses. */
export const addressTaken = defineCheck('address_taken', 'error', function* (model, report) {
  const owners = new Map<string, string>();
  for (const { id, address, singular } of model.document.contentTypes) {
    const other = owners.get(address);
    if (other !== undefined) yield report({ kind: 'type', id }, { address, other });
    else owners.set(address, singular);
  }
});
