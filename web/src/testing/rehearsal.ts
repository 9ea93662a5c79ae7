import type { OutcomeKind } from '@tovlet/core/conversions/outcome';
import type { RehearsedValue } from '@tovlet/core/conversions/rehearsal';
import type { RehearsalAnswer } from '@tovlet/core/contracts/studio';
import type { SetField } from '@tovlet/core/model/changes/set-field';

/** What a rehearsal comes to; of no values where none are given. */
export function rehearsalOf(
  change: SetField = { kind: 'set_field', field: 'f_altitude', patch: { kind: 'text' } },
  samples: readonly RehearsedValue[] = [],
): RehearsalAnswer {
  const countOf = (kind: OutcomeKind): number =>
    samples.filter((sample) => sample.kind === kind).reduce((sum, { count }) => sum + count, 0);
  const counts = {
    kept: countOf('kept'),
    converted: countOf('converted'),
    reduced: countOf('reduced'),
    undecided: countOf('undecided'),
    lost: countOf('lost'),
  };
  const total = samples.reduce((sum, { count }) => sum + count, 0);
  return { revision: 1, change, report: { total, counts, losses: {}, samples }, names: {} };
}
