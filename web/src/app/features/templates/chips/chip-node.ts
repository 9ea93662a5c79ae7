import { mergeAttributes, Node } from '@tiptap/core';
import { say } from '@tovlet/core/locale/say';
import { bindingSchema, type Binding } from '@tovlet/core/templates/binding';
import { CHIP } from './chip-document';

/** What a chip says of its value. */
export interface ChipWords {
  readonly name: string;
  /** What the sample entry has there; empty while that is not known. */
  readonly value: string;
  readonly gone: boolean;
}

/** How chips learn what they say, and are told that it is another thing now. */
export interface ChipSetup {
  describe(binding: Binding): ChipWords;
  /** What draws each chip that stands in the text. */
  readonly drawn: Set<() => void>;
}

const ATTRIBUTE = 'data-chip';

function read(element: HTMLElement): Binding | null {
  try {
    const binding = bindingSchema.safeParse(JSON.parse(element.getAttribute(ATTRIBUTE) ?? ''));
    return binding.success ? binding.data : null;
  } catch {
    // What was pasted is none of Tovlet's chips.
    return null;
  }
}

function draw(dom: HTMLElement, { name, value, gone }: ChipWords): void {
  dom.classList.toggle('gone', gone);
  // To who does not see it, it is one thing among words.
  dom.setAttribute('role', 'img');
  dom.setAttribute('aria-label', value === '' ? say`Value ${name}` : say`Value ${name}: ${value}`);
  dom.replaceChildren();
  const label = document.createElement('span');
  label.className = 'chip-name';
  label.textContent = name;
  dom.append(label, ...(value === '' ? [] : [` ${value}`]));
}

/** A value in the midst of words: one character to the caret, named with its value. */
export const ChipNode = Node.create<ChipSetup>({
  name: CHIP,
  group: 'inline',
  inline: true,
  atom: true,
  selectable: true,
  addOptions: () => ({ describe: () => ({ name: '', value: '', gone: false }), drawn: new Set() }),
  addAttributes: () => ({
    binding: {
      default: null,
      parseHTML: read,
      renderHTML: ({ binding }: Record<string, unknown>) => ({ [ATTRIBUTE]: JSON.stringify(binding) }),
    },
  }),
  parseHTML: () => [
    { tag: `span[${ATTRIBUTE}]`, getAttrs: (element) => (read(element) === null ? false : null) },
  ],
  renderHTML: ({ HTMLAttributes }) => ['span', mergeAttributes(HTMLAttributes)],
  addNodeView() {
    const { describe, drawn } = this.options;
    return ({ node }) => {
      const dom = document.createElement('span');
      dom.className = CHIP;
      let shown: unknown = node.attrs['binding'];
      const redraw = (): void => {
        const binding = bindingSchema.safeParse(shown);
        if (binding.success) draw(dom, describe(binding.data));
      };
      redraw();
      drawn.add(redraw);
      return {
        dom,
        update(next) {
          if (next.type !== node.type) return false;
          shown = next.attrs['binding'];
          redraw();
          return true;
        },
        destroy: () => drawn.delete(redraw),
      };
    };
  },
});
