import type { MoveListItem, MoveRunAnswer } from '@tovlet/core/contracts/studio/moves';
import { numbered } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import type { ForeignField } from '@tovlet/core/packages/data-package';
import { phaseWords } from '../import-words';

/** How far something has come, or how it ended. */
export function moveRunInWords({
  state,
  share,
  phase,
}: Pick<MoveRunAnswer, 'state' | 'share' | 'phase'>): string {
  if (state === 'running') return say`${numbered(Math.floor(share * 100))} % done`;
  if (state === 'stopped') return say`stopped`;
  return state === 'failed' ? say`broke off` : phaseWords[phase];
}

/** What a package says of a column. */
export function foreignInWords({ type, format, constraints }: ForeignField): string {
  const { required, unique, minimum, maximum, maxLength } = constraints;
  const parts = [
    format === 'default' ? type : `${type}, ${format}`,
    ...(required ? [say`required`] : []),
    ...(unique ? [say`unique`] : []),
    ...(minimum === undefined ? [] : [say`at least ${String(minimum)}`]),
    ...(maximum === undefined ? [] : [say`at most ${String(maximum)}`]),
    ...(maxLength === undefined ? [] : [say`up to ${numbered(maxLength)} characters`]),
  ];
  return parts.join(' · ');
}

/** How far a move in the list of them has come. */
export function moveState({ last }: MoveListItem): string {
  if (!last) return say`not rehearsed yet`;
  if (last.state === 'running') return say`under way`;
  return moveRunInWords({ ...last, share: 1 });
}
