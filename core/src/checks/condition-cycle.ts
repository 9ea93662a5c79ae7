import { defineCheck } from './check';

/** Fields that decide in a circle whether they show. */
export const conditionCycle = defineCheck('condition_cycle', 'error', function* (model, report) {
  const told = new Set<string>();
  for (const { cycles } of model.types) {
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
