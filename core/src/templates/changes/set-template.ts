import { say } from '../../locale/say';
import type { TemplateContent } from '../template';
import type { TemplateChangeKind } from './change';
import type { SetTemplate } from './template-change';

const words = ({ mode, liquid, blocks }: Partial<TemplateContent>): string => {
  if (blocks !== undefined) return say`The whole template set`;
  if (mode !== undefined) return mode === 'liquid' ? say`Written in Liquid` : say`Built of blocks`;
  return liquid === undefined ? say`Nothing changed` : say`Liquid`;
};

export const setTemplate: TemplateChangeKind<SetTemplate, SetTemplate> = {
  apply: (content, { patch }) => ({ ...content, ...patch }),
  inverse: ({ mode, liquid, blocks }, { patch }) => [
    {
      kind: 'set_template',
      patch: {
        ...(patch.mode === undefined ? {} : { mode }),
        ...(patch.liquid === undefined ? {} : { liquid }),
        ...(patch.blocks === undefined ? {} : { blocks }),
      },
    },
  ],
  describe: (_before, { patch }) => words(patch),
};
