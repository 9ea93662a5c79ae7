import { textOfHtml } from '../../fields/rich_text/text-of-html';
import { plainForms, type Source } from './source';

/** Text as it was typed. */
export const plainText: Source = (value) => plainForms(value);

/** An address is a link as well. */
export const address: Source = (value) =>
  typeof value === 'string'
    ? [
        { form: 'link', url: value, text: '' },
        { form: 'text', text: value },
      ]
    : [];

/** Markup, and its text without what paragraphs cannot say. */
export const markup: Source = (value) => {
  if (typeof value !== 'string') return [];
  const isPlain = !/<(?!\/?p>|br\s*\/?>)/.test(value);
  return [
    { form: 'markup', html: value },
    { form: 'text', text: textOfHtml(value), losses: isPlain ? [] : ['formatting'] },
  ];
};
