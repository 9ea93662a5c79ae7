import { say } from '../../locale/say';
import { fitsPattern, hasPatternEngine } from '../../patterns/engine';
import type { ValueIssue } from '../../issues/issue';
import { defineFieldType } from '../define';
import {
  isBlank,
  isText,
  lengthIssues,
  lengthSchema,
  lengthSummary,
  textFrom,
  textLimitControls,
} from '../text-limits';
import { contradiction, settings, type Settings } from './settings';

function patternIssues(value: string, { pattern, patternHint: hint }: Settings): readonly ValueIssue[] {
  if (pattern === '' || !hasPatternEngine()) return [];
  const fits = fitsPattern(pattern, value);
  if (fits === null) return [{ code: 'pattern_undecided', params: {} }];
  return fits ? [] : [{ code: 'not_in_pattern', params: { got: value, hint } }];
}

/** A single line of text. */
export const text = defineFieldType({
  kind: 'text',
  family: 'Text',
  name: say`Text`,
  about: say`A single line of text, such as a name or a number of a hut.`,
  icon: 'short_text',
  words: ['name', 'title', 'code', 'street', 'city'],
  settings,
  contradiction,
  controls: [
    ...textLimitControls,
    {
      key: 'pattern',
      label: say`Pattern`,
      control: 'text',
      fold: 'limits',
      help: say`A regular expression (RE2), such as ^[A-Z]{2}-[0-9]+$.`,
    },
    {
      key: 'patternHint',
      label: say`What to say where it does not fit`,
      control: 'text',
      fold: 'limits',
    },
    { key: 'prefix', label: say`Prefix`, control: 'text', fold: 'form' },
    { key: 'suffix', label: say`Suffix`, control: 'text', fold: 'form' },
  ],
  expected: 'text',
  operators: [
    'is',
    'is_not',
    'is_one_of',
    'is_none_of',
    'is_empty',
    'is_filled',
    'contains',
    'contains_not',
    'starts_with',
    'ends_with',
    'matches',
  ],
  index: 'text',
  example: 'Larch room',
  accepts: isText,
  isEmpty: isBlank,
  coerce: textFrom,
  validate: (value, limits) => [
    ...(/[\r\n]/.test(value)
      ? [
          {
            code: 'several_lines' as const,
            params: {},
            fix: { label: say`Join the lines`, value: value.split(/\s*[\r\n]+\s*/).join(' ') },
          },
        ]
      : []),
    ...lengthIssues(value, limits),
    ...patternIssues(value, limits),
  ],
  limits: ({ maxLength, pattern }) => ({ maxLength, pattern: pattern === '' ? null : pattern }),
  searchText: (value) => value,
  formats: [
    {
      kind: 'plain',
      label: say`Text`,
      display: (value: string, { prefix, suffix }) => ({
        text: [prefix, value, suffix].filter(Boolean).join(' '),
      }),
    },
  ],
  acceptsPresented: isText,
  jsonSchema: (limits) => ({
    ...lengthSchema(limits),
    pattern: '^[^\\r\\n]*$',
    ...(limits.pattern === '' ? {} : { allOf: [{ pattern: limits.pattern }] }),
  }),
  shape: 'String',
  summary: (limits) => [...lengthSummary(limits), ...(limits.pattern === '' ? [] : [say`has a pattern`])],
});
