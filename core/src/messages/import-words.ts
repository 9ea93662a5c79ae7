import { isJsonList, isJsonObject, type JsonValue } from '../json';
import { say } from '../locale/say';
import type { RowProblem } from '../transfer/row-problem';
import { issueMessage } from './issue-words';

/** What a cell or a value is, as it is told in a sentence. */
export function cellInWords(value: JsonValue): string {
  if (isJsonList(value)) return value.map(cellInWords).join(', ');
  if (isJsonObject(value)) return Object.values(value).map(cellInWords).join(', ');
  return value === null ? '' : String(value);
}

/**
 * Says why a row is not taken.
 * @param labelOf what a destination is called
 * @example rowProblemInWords({ code: 'no_title' }, () => '') // => 'It has no title.'
 */
export function rowProblemInWords(problem: RowProblem, labelOf: (destination: string) => string): string {
  switch (problem.code) {
    case 'cell': {
      const got = cellInWords(problem.got);
      const label = labelOf(problem.to);
      return problem.issue
        ? `“${got}”: ${issueMessage(problem.issue, label)}`
        : say`“${got}” is no value of ${label}.`;
    }
    case 'no_title':
      return say`It has no title.`;
    case 'no_key':
      return say`Nothing stands under ${labelOf(problem.to)}, by which its entry is found.`;
    case 'names_refused':
      return say`Row “${problem.key}” of ${problem.table} is not taken, and ${problem.column} names it.`;
    case 'no_source_key':
      return say`It lacks the key by which its table tells rows apart.`;
    case 'repeated_source_key':
      return say`Row ${problem.row} has the same key.`;
    case 'not_a_slug':
      return say`“${cellInWords(problem.got)}” is no slug: small letters, digits and single hyphens.`;
    case 'not_a_status':
      return say`“${cellInWords(problem.got)}” is no status: draft or published.`;
    case 'repeated':
      return say`Row ${problem.row} has the same ${labelOf(problem.to)}.`;
    case 'ambiguous':
      return say`Several entries have “${cellInWords(problem.got)}” as ${labelOf(problem.to)}.`;
    case 'refused':
      return problem.message;
  }
}
