import type { MarkupNode, NodeReader } from './node';

/** Whether Liquid could take some of it for its own; what stands behind it may begin with a brace. */
const hasBraces = (html: string): boolean => /\{[{%]|\{$/.test(html);

/** Markup as it is written: `raw` ends at the first word for its end, so that word keeps its look without its effect. */
export const markupText = ({ html }: MarkupNode): string => html.replace(/\{%(-?\s*endraw)/g, '{&#37;$1');

export const markup: NodeReader<MarkupNode> = {
  liquid(node) {
    const written = markupText(node);
    return hasBraces(written) ? `{% raw %}${written}{% endraw %}` : written;
  },
  writer(node) {
    const written = markupText(node);
    return () => written;
  },
};
