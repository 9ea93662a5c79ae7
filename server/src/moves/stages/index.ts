import type { MovePhase } from '@tovlet/core/contracts/studio/moves';
import { tableOrder } from '@tovlet/core/packages/table-order';
import type { PlannedTables } from '@tovlet/core/packages/planned-changes';
import { gatherStage } from './gather-stage';
import { keyStage } from './key-stage';
import { linksStage, unlinkStage } from './links-stage';
import { modelStage } from './model-stage';
import { rowsStage } from './rows-stage';
import type { Stage } from './stage';
import { termsStage } from './terms-stage';

/** The tables in the order in which they become something, with what of each has to wait. */
interface Ordered {
  readonly terms: readonly string[];
  readonly types: readonly string[];
  readonly late: readonly (readonly [string, readonly string[]])[];
}

function ordered({ plan, tables }: PlannedTables): Ordered {
  const order = tableOrder(tables, plan);
  return {
    terms: plan.tables.flatMap(({ table, becomes }) => (becomes.role === 'taxonomy' ? [table] : [])),
    types: order.tables,
    late: [...order.late],
  };
}

const stages: Readonly<Record<MovePhase, (ordered: Ordered) => readonly Stage[]>> = {
  rehearse: ({ terms, types }) => [
    ...[...terms, ...types].map(keyStage),
    ...types.map(gatherStage),
    ...terms.map((table) => termsStage(table, 'rehearse')),
    ...types.map((table) => rowsStage(table, 'rehearse', [])),
  ],
  run: ({ terms, types, late }) => [
    modelStage,
    ...terms.map((table) => termsStage(table, 'run')),
    ...types.map((table) => rowsStage(table, 'run', new Map(late).get(table) ?? [])),
    ...late.map(([table, columns]) => linksStage(table, columns)),
  ],
  verify: ({ terms, types }) => [
    ...terms.map((table) => termsStage(table, 'verify')),
    ...types.map((table) => rowsStage(table, 'verify', [])),
  ],
  // The last first: what others name is taken back once nothing names it any more.
  take_back: ({ terms, types, late }) => [
    ...late.map(([table, columns]) => unlinkStage(table, columns)),
    ...types.toReversed().map((table) => rowsStage(table, 'take_back', [])),
    ...terms.toReversed().map((table) => termsStage(table, 'take_back')),
  ],
};

/** What is done one after the other in a phase of a move. */
export const stagesOf = (planned: PlannedTables, phase: MovePhase): readonly Stage[] =>
  stages[phase](ordered(planned));
