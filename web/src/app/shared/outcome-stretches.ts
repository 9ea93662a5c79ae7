import type { OutcomeKind } from '@tovlet/core/conversions/outcome';
import type { RehearsalReport } from '@tovlet/core/conversions/rehearsal';
import { say } from '@tovlet/core/locale/say';
import type { Stretch } from './balance';

/** Each stretch of what a change makes of values, with the outcomes in it. */
export const OUTCOME_STRETCHES: readonly (Omit<Stretch, 'count'> & {
  readonly kinds: readonly OutcomeKind[];
})[] = [
  { id: 'kept', ink: 'kept', label: say`kept`, kinds: ['kept'] },
  { id: 'converted', ink: 'converted', label: say`converted`, kinds: ['reduced', 'converted'] },
  { id: 'asks', ink: 'asks', label: say`ask for a decision`, kinds: ['undecided'] },
  { id: 'lost', ink: 'lost', label: say`lost`, kinds: ['lost'] },
];

/** What a rehearsal came to, as stretches of a balance. */
export function outcomeStretches({ counts }: Pick<RehearsalReport, 'counts'>): readonly Stretch[] {
  return OUTCOME_STRETCHES.map(({ kinds, ...stretch }) => ({
    ...stretch,
    count: kinds.reduce((sum, kind) => sum + counts[kind], 0),
  }));
}
