import { defineCheck } from './check';

/** Singular and plural keys share one set of names, in the API's addresses and in GraphQL. */
export const typeKeyTaken = defineCheck('type_key_taken', 'error', function* (model, report) {
  const owners = new Map<string, string>();
  for (const { id, key, pluralKey, singular } of model.document.contentTypes) {
    for (const name of new Set([key, pluralKey])) {
      const other = owners.get(name);
      if (other !== undefined) yield report({ kind: 'type', id }, { key: name, other });
      owners.set(name, singular);
    }
    if (key === pluralKey) yield report({ kind: 'type', id }, { key, other: singular });
  }
});
