import type { FieldRehearsal, FilesPlanAnswer } from '@tovlet/core/contracts/studio/model-files';

const WHATS = { made: 'Makes', changed: 'Changes', removed: 'Removes' } as const;
const KINDS = { template: 'the template', saved_query: 'the saved query' } as const;

function rehearsalLine({ label, report, values }: FieldRehearsal): string {
  if (!report) return `  ${label}: ${values} values go with the field`;
  const { kept, converted, reduced, undecided, lost } = report.counts;
  const parts = [
    [kept, 'kept'],
    [converted, 'converted'],
    [reduced, 'reduced'],
    [undecided, 'to be decided'],
    [lost, 'lost'],
  ] as const;
  const told = parts.filter(([count]) => count > 0).map(([count, word]) => `${count} ${word}`);
  return `  ${label}: ${told.join(', ')}`;
}

/** What bringing files in comes to, line by line, for people. */
export function planLines({
  changes,
  beside,
  conflicts,
  problems,
  rehearsals,
}: FilesPlanAnswer): readonly string[] {
  const besides = beside.map(({ kind, what, name }) => `  ${WHATS[what]} ${KINDS[kind]} “${name}”`);
  const all = [...changes.map((words) => `  ${words}`), ...besides];
  return [
    ...problems.map(
      ({ severity, file, at, message }) => `${severity}: ${file}${at === '' ? '' : ` ${at}`}: ${message}`,
    ),
    ...(all.length === 0
      ? ['The files and the workspace say the same.']
      : ['Changes of the workspace:', ...all]),
    ...(rehearsals.length === 0 ? [] : ['What becomes of values:', ...rehearsals.map(rehearsalLine)]),
    ...(conflicts.length === 0 ? [] : ['Changed on both sides:']),
    ...conflicts.flatMap(({ files, workspace }) => [`  files:     ${files}`, `  workspace: ${workspace}`]),
  ];
}

/** Whether something keeps the files from being brought in. */
export const hasErrors = ({ problems }: FilesPlanAnswer): boolean =>
  problems.some(({ severity }) => severity === 'error');

/** Whether the files say something else than the workspace. */
export const isDifferent = ({ changes, beside, conflicts }: FilesPlanAnswer): boolean =>
  changes.length + beside.length + conflicts.length > 0;

/** Whether values would go, or somebody has to decide about them. */
export const losesValues = ({ rehearsals }: FilesPlanAnswer): boolean =>
  rehearsals.some(({ report }) => !report || report.counts.lost + report.counts.undecided > 0);
