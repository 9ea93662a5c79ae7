import { say } from '../../locale/say';
import type { TemplateContent } from '../template';
import type { TemplateChangeKind } from './change';
import type { SetTemplate } from './template-change';

const words = ({ mode, liquid, blocks, head }: Partial<TemplateContent>): string => {
  if (blocks !== undefined) return say`The whole template set`;
  if (mode !== undefined) return mode === 'liquid' ? say`Written in Liquid` : say`Built of blocks`;
  if (head !== undefined) return say`What search engines are told`;
  return liquid === undefined ? say`Nothing changed` : say`Liquid`;
};

/** A head that says nothing is none: so going back to it is going back. */
function withoutEmptyHead({ head, ...content }: TemplateContent): TemplateContent {
  return head && Object.keys(head).length > 0 ? { ...content, head } : content;
}

export const setTemplate: TemplateChangeKind<SetTemplate, SetTemplate> = {
  apply: (content, { patch }) => withoutEmptyHead({ ...content, ...patch }),
  inverse: ({ mode, liquid, blocks, head = {} }, { patch }) => [
    {
      kind: 'set_template',
      patch: {
        ...(patch.mode === undefined ? {} : { mode }),
        ...(patch.liquid === undefined ? {} : { liquid }),
        ...(patch.blocks === undefined ? {} : { blocks }),
        ...(patch.head === undefined ? {} : { head }),
      },
    },
  ],
  describe: (_before, { patch }) => words(patch),
};
