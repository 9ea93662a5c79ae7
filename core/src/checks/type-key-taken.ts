import { defineCheck } from './check';

/** Keys of content types and taxonomies share one set of names, in the API's addresses and in GraphQL. */
export const typeKeyTaken = defineCheck('type_key_taken', 'error', function* (model, report) {
  const owners = new Map<string, string>();
  const { contentTypes, taxonomies } = model.document;
  const named = [
    ...contentTypes.map((each) => ({ ...each, kind: 'type' as const })),
    ...taxonomies.map((each) => ({ ...each, kind: 'taxonomy' as const })),
  ];
  for (const { kind, id, key, pluralKey, singular } of named) {
    for (const name of new Set([key, pluralKey])) {
      const other = owners.get(name);
      if (other !== undefined) yield report({ kind, id }, { key: name, other });
      owners.set(name, singular);
    }
    if (key === pluralKey) yield report({ kind, id }, { key, other: singular });
  }
});
