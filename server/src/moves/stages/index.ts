import type { MovePhase } from '@tovlet/core/contracts/studio/moves';
import { tableOrder } from '@tovlet/core/packages/table-order';
import type { PlannedTables } from '@tovlet/core/packages/planned-changes';
import { gatherStage } from './gather-stage';
import { keyStage } from './key-stage';
import { linksStage } from './links-stage';
import { modelStage } from './model-stage';
import { rowsStage } from './rows-stage';
import type { Stage } from './stage';
import { termsStage } from './terms-stage';
import { unlinkStage } from './unlink-stage';

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

/** The rows of all tables, then what connects them. */
const rowStages = ({ types, late }: Ordered, phase: 'rehearse' | 'run' | 'verify'): readonly Stage[] => [
  ...types.map((table) => rowsStage(table, phase, new Map(late).get(table) ?? [])),
  ...late.flatMap(([table, columns]) => columns.map((column) => linksStage(table, column, phase))),
];

const termStages = ({ terms }: Ordered, phase: MovePhase): readonly Stage[] =>
  terms.map((table) => termsStage(table, phase));

const stages: Readonly<Record<MovePhase, (ordered: Ordered) => readonly Stage[]>> = {
  rehearse: (tables) => [
    ...[...tables.terms, ...tables.types].map(keyStage),
    ...tables.types.map(gatherStage),
    ...termStages(tables, 'rehearse'),
    ...rowStages(tables, 'rehearse'),
  ],
  run: (tables) => [modelStage, ...termStages(tables, 'run'), ...rowStages(tables, 'run')],
  verify: (tables) => [...termStages(tables, 'verify'), ...rowStages(tables, 'verify')],
  // The last first: what others name is taken back once nothing names it any more.
  take_back: (tables) => [
    ...tables.late.map(([table, columns]) => unlinkStage(table, columns)),
    ...tables.types.toReversed().map((table) => rowsStage(table, 'take_back', [])),
    ...termStages(tables, 'take_back').toReversed(),
  ],
};

/** What is done one after the other in a phase of a move. */
export const stagesOf = (planned: PlannedTables, phase: MovePhase): readonly Stage[] =>
  stages[phase](ordered(planned));
