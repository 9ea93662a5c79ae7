/** The names of all block kinds, apart from their code so that schemas can use them. */
export const blockKindNames = ['section', 'heading', 'text', 'image', 'facts', 'table', 'code'] as const;
export type BlockKindName = (typeof blockKindNames)[number];
