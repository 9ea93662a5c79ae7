import { MEDIUM_ATTRIBUTE } from '@tovlet/core/fields/rich_text/mentions';
import type { RichTextTool } from '@tovlet/core/fields/rich_text/rich_text';

/** What is pasted, cleaned of what a program for letters leaves in it, and how many pictures could not come along. */
export interface Pasted {
  readonly html: string;
  readonly picturesLeftOut: number;
}

const NO_TEXT = 'script, style, meta, link, title, template, xml, noscript';

function unwrap(element: Element): void {
  element.replaceWith(...Array.from(element.childNodes));
}

function renamed(element: Element, name: string): void {
  const other = element.ownerDocument.createElement(name);
  other.append(...Array.from(element.childNodes));
  element.replaceWith(other);
}

const each = (root: ParentNode, selector: string, change: (element: Element) => void): void => {
  root.querySelectorAll(selector).forEach(change);
};

function withoutComments(root: Node): void {
  const walker = document.createTreeWalker(root, NodeFilter.SHOW_COMMENT);
  const comments: Node[] = [];
  while (walker.nextNode()) comments.push(walker.currentNode);
  for (const comment of comments) comment.parentNode?.removeChild(comment);
}

const styleOf = (element: Element): string => element.getAttribute('style') ?? '';

/** How deep a paragraph stands in a list that is written as paragraphs; 0 for none. */
const listLevel = (element: Element | null): number =>
  Number((element && /mso-list:[^;]*\blevel(\d)/.exec(styleOf(element))?.[1]) ?? 0);

/** The sign that such a paragraph begins with, which is no part of its words. */
function takeMarker(paragraph: Element): string {
  const marker = Array.from(paragraph.querySelectorAll('[style*="mso-list"]')).find((element) =>
    /mso-list:\s*ignore/i.test(styleOf(element)),
  );
  marker?.remove();
  return marker?.textContent.trim() ?? '';
}

/** Makes lists of paragraphs that only look like lists. */
function lists(root: ParentNode): void {
  let open: { readonly level: number; readonly list: Element }[] = [];
  for (const paragraph of Array.from(root.querySelectorAll('p'))) {
    const level = listLevel(paragraph);
    if (level === 0) continue;
    const follows = paragraph.previousElementSibling === open[0]?.list;
    if (!follows) open = [];
    const kind = /^(\d+|[a-z]{1,3})[.)]/i.test(takeMarker(paragraph)) ? 'ol' : 'ul';
    while (open.length > 0 && (open.at(-1)?.level ?? 0) > level) open.pop();
    let list = open.at(-1);
    if (!list || list.level < level) {
      const element = paragraph.ownerDocument.createElement(kind);
      if (list) (list.list.lastElementChild ?? list.list).append(element);
      else paragraph.before(element);
      list = { level, list: element };
      open.push(list);
    }
    const item = paragraph.ownerDocument.createElement('li');
    item.append(...Array.from(paragraph.childNodes));
    list.list.append(item);
    paragraph.remove();
  }
}

/** Rows as lines, for a text that takes no tables. */
function flattened(table: Element): void {
  const lines = Array.from(table.querySelectorAll('tr')).map((row) => {
    const line = table.ownerDocument.createElement('p');
    line.textContent = Array.from(row.children)
      .map((cell) => cell.textContent.trim())
      .join(' · ');
    return line;
  });
  table.replaceWith(...lines);
}

function asLines(list: Element): void {
  each(list, 'li', (item) => {
    item.after(...Array.from(item.querySelectorAll(':scope > ul, :scope > ol')));
    if (item.querySelector('p') === null) renamed(item, 'p');
    else unwrap(item);
  });
  unwrap(list);
}

const withoutStyle =
  (property: string) =>
  (element: Element): void => {
    if (element instanceof HTMLElement) element.style.removeProperty(property);
  };

/** What becomes of the marks and blocks of a tool where a field does not offer it; the words stay. */
const WITHOUT: Readonly<Record<RichTextTool, (root: ParentNode) => void>> = {
  headings: (root) => each(root, 'h2, h3, h4', (heading) => renamed(heading, 'p')),
  bold(root) {
    each(root, 'strong, b', unwrap);
    each(root, '[style]', withoutStyle('font-weight'));
  },
  italic(root) {
    each(root, 'em, i', unwrap);
    each(root, '[style]', withoutStyle('font-style'));
  },
  lists(root) {
    for (let list = root.querySelector('ul, ol'); list; list = root.querySelector('ul, ol')) asLines(list);
  },
  link: (root) => each(root, 'a', unwrap),
  picture: () => undefined,
  table: (root) => each(root, 'table', flattened),
  quote: (root) => each(root, 'blockquote', unwrap),
  rule: (root) => each(root, 'hr', (rule) => rule.remove()),
  code(root) {
    each(root, 'pre', (block) => renamed(block, 'p'));
    each(root, 'code', unwrap);
  },
};

/** Takes out pictures that are not among the media. @returns how many */
function takePicturesOut(root: ParentNode, offered: boolean): number {
  const foreign = Array.from(root.querySelectorAll('img, picture, svg, video, canvas')).filter(
    (element) => !offered || !element.hasAttribute(MEDIUM_ATTRIBUTE),
  );
  const outermost = foreign.filter((element) => element.parentElement?.closest('picture, svg') === null);
  for (const element of foreign) element.remove();
  return outermost.length;
}

/**
 * Cleans what is pasted into a text: of what writing programs leave in it, and of what the field's own tools could not make.
 * Words are never lost.
 * @param html as the clipboard has it
 * @param tools those that the field offers
 * @returns markup for the editor
 * @example pasted('<h1>Hut</h1><p class="MsoNormal">A<o:p></o:p></p>', ['headings']).html // => '<h2>Hut</h2><p>A</p>'
 */
export function pasted(html: string, tools: readonly RichTextTool[]): Pasted {
  const { body } = new DOMParser().parseFromString(html, 'text/html');
  withoutComments(body);
  each(body, NO_TEXT, (element) => element.remove());
  lists(body);
  each(body, '*', (element) => {
    // Names with a colon are those of programs; a “bold” that is set to normal only wraps all.
    const isWrapper = element.localName === 'b' && /font-weight:\s*(normal|400)/.test(styleOf(element));
    if (element.localName.includes(':') || isWrapper) unwrap(element);
  });
  each(body, 'h1', (heading) => renamed(heading, 'h2'));
  each(body, 'h5, h6', (heading) => renamed(heading, 'h4'));
  const picturesLeftOut = takePicturesOut(body, tools.includes('picture'));
  for (const [tool, take] of Object.entries(WITHOUT)) {
    if (!tools.some((offered) => offered === tool)) take(body);
  }
  each(body, 'p', (paragraph) => {
    const isBlank = paragraph.textContent.replaceAll('\u00a0', ' ').trim() === '';
    if (isBlank && paragraph.querySelector('img, br') === null) paragraph.remove();
  });
  each(body, '[class]', (element) => element.removeAttribute('class'));
  return { html: body.innerHTML, picturesLeftOut };
}
