import { guarded, type BlockKind } from './block-kind';

/** A picture from an image field. */
export const image: BlockKind = {
  kind: 'image',
  name: 'Image',
  icon: 'image',
  container: false,
  properties: [{ key: 'image', label: 'Image', control: 'value', binds: ['image'] }],
  compile(block, context) {
    const output = context.output(block, 'image');
    return output ? `${guarded(`<figure>${output.liquid}</figure>`, output.guard)}\n` : '';
  },
};
