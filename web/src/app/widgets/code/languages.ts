import { StreamLanguage, syntaxTree } from '@codemirror/language';
import { linter, type Diagnostic } from '@codemirror/lint';
import type { Extension } from '@codemirror/state';
import { say } from '@tovlet/core/locale/say';
import type { CodeLanguage } from '@tovlet/core/fields/code/settings';

/** Mistakes that are marked; the first ones make the others. */
const MARKED = 5;

/** Marks where text is not of its language. */
const syntaxCheck: Extension = linter(({ state }) => {
  const found: Diagnostic[] = [];
  syntaxTree(state).iterate({
    enter: ({ type, from, to }) => {
      if (!type.isError || found.length >= MARKED || state.doc.length === 0) return;
      const start = Math.min(from, state.doc.length - 1);
      const message = say`This does not belong here, or something is missing before it.`;
      found.push({ from: start, to: Math.max(to, start + 1), severity: 'error', message });
    },
  });
  return found;
});

/** How each language is loaded, when a field of it is first drawn. */
const languages: Readonly<Record<CodeLanguage, () => Promise<Extension>>> = {
  plain: () => Promise.resolve([]),
  html: async () => {
    const { html } = await import('@codemirror/lang-html');
    return html();
  },
  css: async () => {
    const { css } = await import('@codemirror/lang-css');
    return [css(), syntaxCheck];
  },
  javascript: async () => {
    const { javascript } = await import('@codemirror/lang-javascript');
    return [javascript(), syntaxCheck];
  },
  json: async () => {
    const { json } = await import('@codemirror/lang-json');
    return [json(), syntaxCheck];
  },
  sql: async () => {
    const { sql } = await import('@codemirror/lang-sql');
    return sql();
  },
  shell: async () => {
    const { shell } = await import('@codemirror/legacy-modes/mode/shell');
    return StreamLanguage.define(shell);
  },
};

/** Loads what an editor needs to colour, complete and check a language. */
export const languageExtension = (language: CodeLanguage): Promise<Extension> => languages[language]();
