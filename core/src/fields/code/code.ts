import { say } from '../../locale/say';
import type { ValueIssue } from '../../issues/issue';
import { defineFieldType } from '../define';
import { escapeHtml } from '../html';
import { isBlank, isText, lengthIssues, TEXT_BOUND, textFrom } from '../text-limits';
import { settings } from './settings';

/** Tells where JSON breaks off; engines say it as a position, a line, or not at all. */
function jsonIssues(text: string): readonly ValueIssue[] {
  try {
    JSON.parse(text);
    return [];
  } catch (error) {
    const message = error instanceof Error ? error.message : '';
    const line = /line (\d+)/.exec(message)?.[1];
    const position = /position (\d+)/.exec(message)?.[1];
    const before = text.slice(0, Number(position ?? 0));
    return [{ code: 'not_json', params: { line: line ? Number(line) : before.split('\n').length } }];
  }
}

/** Program text: kept to the letter, shown in one width. */
export const code = defineFieldType({
  kind: 'code',
  family: 'Text',
  name: say`Code`,
  about: say`Source code, set as it is typed.`,
  icon: 'code',
  words: ['snippet', 'source code', 'script', 'markup', 'configuration'],
  settings,
  controls: [
    {
      key: 'language',
      label: say`Language`,
      control: 'select',
      fold: 'basics',
      options: [
        { value: 'plain', label: say`Plain` },
        { value: 'html', label: say`HTML` },
        { value: 'css', label: say`CSS` },
        { value: 'javascript', label: say`JavaScript` },
        { value: 'json', label: say`JSON` },
        { value: 'sql', label: say`SQL` },
        { value: 'shell', label: say`Shell` },
      ],
    },
    { key: 'lines', label: say`Height in lines`, control: 'number', fold: 'form' },
  ],
  expected: 'text',
  operators: ['is_empty', 'is_filled', 'contains', 'contains_not'],
  index: null,
  example: 'SELECT 1;',
  accepts: isText,
  isEmpty: isBlank,
  coerce: textFrom,
  validate: (value, { language }) => [
    ...lengthIssues(value, { minLength: null, maxLength: null }),
    ...(language === 'json' ? jsonIssues(value) : []),
  ],
  searchText: (value) => value,
  formats: [
    {
      kind: 'block',
      label: say`Block`,
      display: (value: string, { language }) => ({
        html: `<pre class="code"><code class="language-${language}">${escapeHtml(value)}</code></pre>`,
      }),
    },
  ],
  acceptsPresented: isText,
  jsonSchema: () => ({ type: 'string', maxLength: TEXT_BOUND }),
  shape: 'String',
});
