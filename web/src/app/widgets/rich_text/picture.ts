import { Node } from '@tiptap/core';
import { MEDIUM_ATTRIBUTE } from '@tovlet/core/fields/rich_text/mentions';
import { say } from '@tovlet/core/locale/say';
import { PICTURE } from './names';

/** What is shown of a medium in a text that is written. */
export interface ShownPicture {
  readonly url: string;
  readonly alt: string;
}

/** Finds a medium. @returns null where it is gone, undefined where that is not known at the moment */
export type PictureLookUp = (id: string) => Promise<ShownPicture | null | undefined>;

const textOf = (attribute: unknown): string | null => (typeof attribute === 'string' ? attribute : null);

/** What stands below a picture, for those who write: what is read out in its place. */
function caption(shown: ShownPicture | null | undefined, own: string | null): string {
  if (shown === null) return say`This picture is no longer among the media.`;
  if (own !== null) return own || say`Nothing is read out here`;
  if (shown === undefined) return say`The picture cannot be shown at the moment.`;
  return shown.alt || say`No alternative text yet`;
}

/** A picture of the media, between paragraphs. */
export const Picture = Node.create<{ lookUp: PictureLookUp }>({
  name: PICTURE,
  group: 'block',
  draggable: true,
  addOptions: () => ({ lookUp: () => Promise.resolve(undefined) }),
  addAttributes: () => ({
    medium: {
      default: null,
      parseHTML: (element: HTMLElement) => element.getAttribute(MEDIUM_ATTRIBUTE),
      renderHTML: ({ medium }: Record<string, unknown>) => ({ [MEDIUM_ATTRIBUTE]: medium }),
    },
    alt: {
      default: null,
      renderHTML: ({ alt }: Record<string, unknown>) => (alt === null ? {} : { alt }),
    },
  }),
  parseHTML: () => [{ tag: `img[${MEDIUM_ATTRIBUTE}]` }],
  renderHTML: ({ HTMLAttributes }) => ['img', HTMLAttributes],
  addNodeView() {
    const { lookUp } = this.options;
    return ({ node }) => {
      const dom = document.createElement('figure');
      const image = document.createElement('img');
      const words = document.createElement('figcaption');
      dom.append(words);
      let shown: ShownPicture | null | undefined;
      let known = '';
      const show = (attributes: Readonly<Record<string, unknown>>): void => {
        words.textContent = caption(shown, textOf(attributes['alt']));
        image.alt = textOf(attributes['alt']) ?? shown?.alt ?? '';
      };
      const find = async (attributes: Readonly<Record<string, unknown>>): Promise<void> => {
        const medium = textOf(attributes['medium']) ?? '';
        if (medium !== known) {
          known = medium;
          const found = await lookUp(medium);
          // Another one may have been put in its place meanwhile.
          if (medium !== known) return;
          shown = found;
          image.remove();
          if (shown) {
            image.src = shown.url;
            dom.prepend(image);
          }
        }
        show(attributes);
      };
      void find(node.attrs);
      return {
        dom,
        update(next) {
          if (next.type !== node.type) return false;
          void find(next.attrs);
          return true;
        },
      };
    };
  },
});
