import * as z from 'zod';
import { hasPatternEngine, isPattern, PATTERN_LIMIT, patternTest } from '../../patterns/engine';
import { defineFieldType } from '../field-type';
import {
  isBlank,
  isText,
  lengthIssues,
  lengthSchema,
  lengthSummary,
  textFrom,
  textLimitControls,
  textLimitSettings,
} from '../text-limits';

const settings = z.object({
  ...textLimitSettings,
  prefix: z.string().max(40).default(''),
  suffix: z.string().max(40).default(''),
  pattern: z
    .string()
    .max(PATTERN_LIMIT)
    .refine(isPattern, { message: 'This pattern cannot be read' })
    .default(''),
  patternHint: z.string().max(200).default(''),
});

/** A single line of text. */
export const text = defineFieldType({
  kind: 'text',
  family: 'Text',
  name: 'Text',
  icon: 'short_text',
  words: ['name', 'title', 'code', 'street', 'city'],
  settings,
  controls: [
    ...textLimitControls,
    {
      key: 'pattern',
      label: 'Pattern',
      control: 'text',
      fold: 'limits',
      help: 'A regular expression (RE2), such as ^[A-Z]{2}-[0-9]+$.',
    },
    {
      key: 'patternHint',
      label: 'What to say where it does not fit',
      control: 'text',
      fold: 'limits',
    },
    { key: 'prefix', label: 'Prefix', control: 'text', fold: 'form' },
    { key: 'suffix', label: 'Suffix', control: 'text', fold: 'form' },
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
            fix: { label: 'Join the lines', value: value.split(/\s*[\r\n]+\s*/).join(' ') },
          },
        ]
      : []),
    ...lengthIssues(value, limits),
    ...(limits.pattern !== '' && hasPatternEngine() && !patternTest(limits.pattern)(value)
      ? [{ code: 'not_in_pattern' as const, params: { got: value, hint: limits.patternHint } }]
      : []),
  ],
  searchText: (value) => value,
  formats: [
    {
      kind: 'plain',
      label: 'Text',
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
  graphql: 'String',
  summary: (limits) => [...lengthSummary(limits), ...(limits.pattern === '' ? [] : ['has a pattern'])],
});
