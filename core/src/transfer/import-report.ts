import type { JsonValue } from '../json';
import type { RowProblem } from './row-problem';

/** What becomes of a row, from best to worst. */
export const rowOutcomes = ['new', 'changed', 'same', 'left', 'refused'] as const;
export type RowOutcome = (typeof rowOutcomes)[number];

/** The values of a destination in numbers, so that both sides can be held against each other. */
export interface ColumnTotals {
  readonly filled: number;
  /** Of numbers; null where there are none. */
  readonly sum: number | null;
  readonly least: number | null;
  readonly most: number | null;
}

export const NO_TOTALS: ColumnTotals = { filled: 0, sum: null, least: null, most: null };

/** A kind of problem in a column, and how many rows have it. */
export interface ProblemCount {
  readonly problem: RowProblem;
  readonly rows: number;
}

/** What becomes of the rows of a file. */
export interface ImportReport {
  readonly rows: number;
  readonly counts: Readonly<Record<RowOutcome, number>>;
  /** How many rows change what, by destination. */
  readonly changes: Readonly<Record<string, number>>;
  /** What stands in the file and in the entries, by destination. */
  readonly totals: Readonly<Record<string, { readonly file: ColumnTotals; readonly stored: ColumnTotals }>>;
  /** What is wrong, what concerns the most rows first. */
  readonly problems: readonly ProblemCount[];
}

export const EMPTY_REPORT: ImportReport = {
  rows: 0,
  counts: { new: 0, changed: 0, same: 0, left: 0, refused: 0 },
  changes: {},
  totals: {},
  problems: [],
};

/** A row that was looked at. */
export interface ReportedRow {
  readonly outcome: RowOutcome;
  /** The destinations that become other things. */
  readonly changes: readonly string[];
  /** What the row gives each destination, and what stands there afterwards. */
  readonly values: readonly { readonly to: string; readonly file: JsonValue; readonly stored: JsonValue }[];
  readonly problems: readonly RowProblem[];
}

/** So many kinds of problems are told. */
const TOLD = 50;

function added(totals: ColumnTotals, value: JsonValue): ColumnTotals {
  if (value === null) return totals;
  const filled = totals.filled + 1;
  if (typeof value !== 'number') return { ...totals, filled };
  return {
    filled,
    sum: (totals.sum ?? 0) + value,
    least: Math.min(totals.least ?? value, value),
    most: Math.max(totals.most ?? value, value),
  };
}

/** What makes problems of the same kind: of cells the column and what is wrong, not what stands there. */
function kindOf(problem: RowProblem): string {
  if (problem.code === 'cell') return `cell ${problem.column} ${problem.issue?.code ?? ''}`;
  if (problem.code === 'names_refused') return `names_refused ${problem.column} ${problem.table}`;
  return problem.code === 'refused' ? `refused ${problem.message}` : problem.code;
}

function withProblem(known: readonly ProblemCount[], problem: RowProblem): readonly ProblemCount[] {
  const kind = kindOf(problem);
  const at = known.findIndex((each) => kindOf(each.problem) === kind);
  if (at < 0) return known.length < TOLD ? [...known, { problem, rows: 1 }] : known;
  return known.map((each, index) => (index === at ? { ...each, rows: each.rows + 1 } : each));
}

/**
 * Adds rows to a report; it does not grow with how many they are.
 * @example withRows(EMPTY_REPORT, [{ outcome: 'new', changes: [], values: [], problems: [] }]).counts.new // => 1
 */
export function withRows(report: ImportReport, rows: readonly ReportedRow[]): ImportReport {
  const counts = { ...report.counts };
  const changes = { ...report.changes };
  const totals = { ...report.totals };
  let { problems } = report;
  for (const row of rows) {
    counts[row.outcome] += 1;
    for (const to of row.changes) changes[to] = (changes[to] ?? 0) + 1;
    for (const { to, file, stored } of row.values) {
      const known = totals[to] ?? { file: NO_TOTALS, stored: NO_TOTALS };
      totals[to] = { file: added(known.file, file), stored: added(known.stored, stored) };
    }
    for (const problem of row.problems) problems = withProblem(problems, problem);
  }
  problems = problems.toSorted((one, other) => other.rows - one.rows);
  return { rows: report.rows + rows.length, counts, changes, totals, problems };
}

/**
 * Adds problems of rows that were counted already.
 * @example withProblems(EMPTY_REPORT, [{ code: 'no_title' }]).problems[0]?.rows // => 1
 */
export function withProblems(report: ImportReport, problems: readonly RowProblem[]): ImportReport {
  if (problems.length === 0) return report;
  const all = problems.reduce(withProblem, report.problems);
  return { ...report, problems: all.toSorted((one, other) => other.rows - one.rows) };
}

/** Counts rows otherwise that were counted already. @param rows how many of them */
export const recounted = (
  report: ImportReport,
  from: RowOutcome,
  to: RowOutcome,
  rows: number,
): ImportReport => ({
  ...report,
  counts: { ...report.counts, [from]: report.counts[from] - rows, [to]: report.counts[to] + rows },
});
