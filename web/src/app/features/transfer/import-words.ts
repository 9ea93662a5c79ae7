import type { ImportPhase, ImportRunAnswer, ImportSource } from '@tovlet/core/contracts/studio/imports';
import { counted, numbered } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import type { RowOutcome } from '@tovlet/core/transfer/import-report';
import type { Stretch } from '../../shared/balance';

/** The stations of an import, in their order. */
export const stations = ['source', 'match', 'rehearse', 'run', 'verify'] as const;
export type Station = (typeof stations)[number];

export const stationWords: Readonly<Record<Station, string>> = {
  source: say`Source`,
  match: say`Match`,
  rehearse: say`Rehearse`,
  run: say`Run`,
  verify: say`Verify`,
};

/** What is being done with a file, in words. */
export const phaseWords: Readonly<Record<ImportPhase, string>> = {
  rehearse: say`rehearsed`,
  run: say`run`,
  verify: say`verified`,
  take_back: say`taken back`,
};

/** Whether an address names a station. */
export const isStation = (name: string): name is Station => stations.some((each) => each === name);

type Words = Readonly<Record<RowOutcome, string>>;

/** What the outcomes of rows are called, by what was done with them. */
const outcomes: Readonly<Record<ImportPhase, Words>> = {
  rehearse: {
    new: say`new`,
    changed: say`changed`,
    same: say`the same`,
    left: say`left alone`,
    refused: say`refused`,
  },
  run: {
    new: say`new`,
    changed: say`changed`,
    same: say`the same`,
    left: say`left alone`,
    refused: say`refused`,
  },
  verify: {
    new: say`missing`,
    changed: say`different`,
    same: say`as in the file`,
    left: say`left alone`,
    refused: say`refused`,
  },
  take_back: {
    new: say`new`,
    changed: say`taken back`,
    same: say`the same`,
    left: say`gone already`,
    refused: say`stay: changed since`,
  },
};

type Inks = readonly (readonly [RowOutcome, Stretch['ink']])[];

/** What is new or changed is what a file is brought for; what is refused waits for somebody. */
const WRITTEN: Inks = [
  ['same', 'kept'],
  ['left', 'kept'],
  ['new', 'converted'],
  ['changed', 'converted'],
  ['refused', 'lost'],
];

const inks: Readonly<Record<ImportPhase, Inks>> = {
  rehearse: WRITTEN,
  run: WRITTEN,
  verify: [
    ['same', 'kept'],
    ['left', 'kept'],
    ['changed', 'asks'],
    ['new', 'lost'],
    ['refused', 'lost'],
  ],
  take_back: [
    ['changed', 'kept'],
    ['left', 'kept'],
    ['refused', 'asks'],
  ],
};

/** What became of the rows, as the stretches of a balance. */
export const stretchesOf = ({
  phase,
  report,
}: Pick<ImportRunAnswer, 'phase' | 'report'>): readonly Stretch[] =>
  inks[phase].map(([id, ink]) => ({
    id,
    ink,
    label: outcomes[phase][id],
    count: report.counts[id],
  }));

/** Whether the first line of a file may name its columns. */
export const hasHeadings = (format: ImportSource['format']): boolean => format === 'csv' || format === 'xlsx';

/** How a file is read, in a sentence. */
export function sourceInWords({ format, encoding, headings }: ImportSource, columns: number): string {
  const names: Readonly<Record<ImportSource['format'], string>> = {
    csv: say`Table of text`,
    xlsx: say`Workbook`,
    json: say`JSON`,
    jsonl: say`JSON Lines`,
  };
  const written = format === 'xlsx' ? [] : [encoding];
  const own = [names[format], ...written, counted(columns, 'column', 'columns')].join(' · ');
  return hasHeadings(format) && !headings ? say`${own} · no headings` : own;
}

/** How far something has come, or how it ended. */
export function runInWords({ state, share, report, phase }: ImportRunAnswer): string {
  const rows = counted(report.rows, 'row', 'rows');
  if (state === 'running') return say`${rows} so far, ${numbered(Math.floor(share * 100))} %`;
  if (state === 'stopped') return say`stopped after ${rows}`;
  if (state === 'failed') return say`broke off after ${rows}`;
  return say`${rows} ${phaseWords[phase]}`;
}
