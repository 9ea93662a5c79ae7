import { say } from '../locale/say';
import { findField } from '../model/tree';
import type { ModelDocument } from '../model/document';
import { roleOf } from './move-plan';
import type { PlannedTables } from './planned-changes';
import { tableOrder } from './table-order';

/** Why a plan cannot be carried out, and where. */
export interface PlanProblem {
  readonly table: string;
  /** Null for the table as a whole. */
  readonly column: string | null;
  readonly message: string;
}

/** Destinations that two columns of a table go to. */
function sharedDestinations({ plan }: PlannedTables): readonly PlanProblem[] {
  return plan.tables.flatMap(({ table, becomes }) => {
    if (becomes.role !== 'type' && becomes.role !== 'rows') return [];
    const seen = new Set<string>();
    return becomes.columns.flatMap(({ column, to }): readonly PlanProblem[] => {
      if (to === null) return [];
      const isTaken = seen.has(to);
      seen.add(to);
      return isTaken
        ? [{ table, column, message: say`Another column goes to the same field. Leave one of them out.` }]
        : [];
    });
  });
}

/** Types that two tables become. */
function sharedTypes({ plan }: PlannedTables): readonly PlanProblem[] {
  const seen = new Set<string>();
  return plan.tables.flatMap(({ table, becomes }): readonly PlanProblem[] => {
    const id = becomes.role === 'type' ? becomes.type : becomes.role === 'taxonomy' ? becomes.taxonomy : null;
    if (id === null) return [];
    const isTaken = seen.has(id);
    seen.add(id);
    return isTaken
      ? [{ table, column: null, message: say`Another table becomes the same. Choose another one.` }]
      : [];
  });
}

/** Relations that are required, and lead to entries that come only later: in circles nothing could be the first. */
function requiredCircles(document: ModelDocument, { plan, tables }: PlannedTables): readonly PlanProblem[] {
  return [...tableOrder(tables, plan).late].flatMap(([table, columns]) =>
    columns.flatMap((column): readonly PlanProblem[] => {
      const planned = roleOf(plan, table, 'type')?.columns.find((each) => each.column === column);
      const to = planned?.to ?? null;
      const field = planned?.made ?? (to === null ? undefined : findField(document, to)?.field);
      if (to === null || !field?.required) return [];
      const message = say`These entries refer to each other in a circle, so “${field.label}” cannot be required while they are brought in.`;
      return [{ table, column, message }];
    }),
  );
}

/** Taxonomies whose terms nothing names. */
function namelessTerms({ plan }: PlannedTables): readonly PlanProblem[] {
  return plan.tables.flatMap(({ table, becomes }): readonly PlanProblem[] =>
    becomes.role === 'taxonomy' && becomes.label === null
      ? [{ table, column: null, message: say`Say which column is what the terms are called.` }]
      : [],
  );
}

/** Rows that would stand in what is no entry. */
function homelessRows({ plan, tables }: PlannedTables): readonly PlanProblem[] {
  return plan.tables.flatMap(({ table, becomes }): readonly PlanProblem[] => {
    if (becomes.role !== 'rows') return [];
    const owner = tables
      .find(({ name }) => name === table)
      ?.foreignKeys.find(({ column }) => column === becomes.of)?.table;
    return owner !== undefined && roleOf(plan, owner, 'type')
      ? []
      : [
          {
            table,
            column: null,
            message: say`The table that has its rows becomes no entries. Choose something else.`,
          },
        ];
  });
}

/** Lists all that keeps a plan from being carried out. */
export const planProblems = (document: ModelDocument, planned: PlannedTables): readonly PlanProblem[] => [
  ...sharedTypes(planned),
  ...sharedDestinations(planned),
  ...namelessTerms(planned),
  ...homelessRows(planned),
  ...requiredCircles(document, planned),
];
