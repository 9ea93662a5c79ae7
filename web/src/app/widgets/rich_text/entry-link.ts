import { Mark, mergeAttributes } from '@tiptap/core';
import { ENTRY_ATTRIBUTE } from '@tovlet/core/fields/rich_text/mentions';
import { ENTRY_LINK } from './names';

/** Words that lead to the page of an entry, whatever its address will be. */
export const EntryLink = Mark.create({
  name: ENTRY_LINK,
  // Before links with an address, which take anchors as well.
  priority: 1100,
  inclusive: false,
  excludes: 'link',
  addAttributes: () => ({
    entry: {
      default: null,
      parseHTML: (element: HTMLElement) => element.getAttribute(ENTRY_ATTRIBUTE),
      renderHTML: ({ entry }: Record<string, unknown>) => ({ [ENTRY_ATTRIBUTE]: entry }),
    },
  }),
  parseHTML: () => [{ tag: `a[${ENTRY_ATTRIBUTE}]`, priority: 1100 }],
  renderHTML: ({ HTMLAttributes }) => ['a', mergeAttributes(HTMLAttributes), 0],
});
