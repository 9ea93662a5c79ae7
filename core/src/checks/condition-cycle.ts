import { defineCheck } from './check';

/** Fields that decide in a circle whether they show, or are computed from one another. */
export const conditionCycle = defineCheck('condition_cycle', 'error', function* (model, report) {
  const told = new Set<string>();
  for (const { cycles } of [...model.types, ...model.subjects]) {
    for (const cycle of cycles) {
      const [first] = cycle;
      const name = [...cycle].sort().join();
      if (first === undefined || told.has(name)) continue;
      told.add(name);
      const labels = [...cycle, first].map((id) => model.fields.get(id)?.label ?? id);
      yield report({ kind: 'field', id: first }, { labels });
    }
  }
});
