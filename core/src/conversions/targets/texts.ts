import { escapeHtml } from '../../fields/html';
import { asTyped, type Target } from './target';

/** One line of text. */
export const line: Target = {
  text: ({ text }) =>
    /[\r\n]/.test(text.trim())
      ? { value: text.trim().replace(/\s*[\r\n]+\s*/g, ' '), losses: ['line_breaks'] }
      : { value: text },
};

/** Text of any length. */
export const lines: Target = { text: ({ text }) => ({ value: text }) };

/** Paragraphs: a line of text each. */
export const paragraphs: Target = {
  markup: ({ html }) => ({ value: html }),
  text: ({ text }) => ({
    value: text
      .split(/[\r\n]+/)
      .filter((each) => each.trim() !== '')
      .map((each) => `<p>${escapeHtml(each)}</p>`)
      .join(''),
  }),
};

/** A web address. */
export const address: Target = {
  link: ({ url, text }, field) => {
    const taken = asTyped({ form: 'text', text: url }, field);
    return taken && { ...taken, losses: text === '' ? [] : ['details'] };
  },
  text: asTyped,
};
