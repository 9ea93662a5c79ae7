import { guarded, type BlockKind } from './block-kind';

/** Running text, constant or bound. */
export const text: BlockKind = {
  kind: 'text',
  name: 'Text',
  icon: 'notes',
  container: false,
  properties: [{ key: 'text', label: 'Text', control: 'long_text', binds: 'any' }],
  compile(block, context) {
    const output = context.output(block, 'text');
    return output ? `${guarded(`<div class="text">${output.liquid}</div>`, output.guard)}\n` : '';
  },
};
