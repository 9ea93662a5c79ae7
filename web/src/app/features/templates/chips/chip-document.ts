import type { JSONContent } from '@tiptap/core';
import { bindingSchema } from '@tovlet/core/templates/binding';
import { joinedPieces, type ChipText } from '@tovlet/core/templates/chip-text';

/** What a value chip is called in the document of an editor, and where it keeps its binding. */
export const CHIP = 'chip';

const inline = (piece: ChipText[number]): JSONContent[] => {
  if (typeof piece !== 'string') return [{ type: CHIP, attrs: { binding: piece } }];
  return piece === '' ? [] : [{ type: 'text', text: piece }];
};

/**
 * Makes the document of an editor: each line is a paragraph.
 * @example documentFrom(['Up ', altitude]).content?.length // => 1
 */
export function documentFrom(text: ChipText): JSONContent {
  const lines: JSONContent[][] = [[]];
  for (const piece of text) {
    const [first = '', ...others] = typeof piece === 'string' ? piece.split('\n') : [piece];
    lines.at(-1)?.push(...inline(first));
    lines.push(...others.map(inline));
  }
  return { type: 'doc', content: lines.map((content) => ({ type: 'paragraph', content })) };
}

function pieceOf({ type, text, attrs }: JSONContent): ChipText {
  if (type !== CHIP) return [text ?? ''];
  const binding = bindingSchema.safeParse(attrs?.['binding']);
  return binding.success ? [binding.data] : [];
}

/**
 * Reads the text of an editor's document.
 * @returns its pieces in their shortest form; a chip that names no value is left out
 */
export const textFrom = ({ content = [] }: JSONContent): ChipText =>
  joinedPieces(
    content.flatMap((paragraph, index) => [
      ...(index > 0 ? ['\n'] : []),
      ...(paragraph.content ?? []).flatMap(pieceOf),
    ]),
  );
